import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import type { Outcome, OwnRuleRequest, RuleLine } from '../../api/types';
import { useVocabulary } from '../../api/useVisit';
import { Choice, TextField } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';

const outcomes: Outcome[] = ['refer-first', 'postpone', 'clearance', 'avoid', 'modify', 'note'];
const empty = {
  fact: '',
  status: 'known',
  age: '',
  outcome: 'avoid' as Outcome,
  does: '',
  family: '',
  region: '',
  contact: '',
  product: '',
  level: '',
  titleOf: '',
  why: '',
  instead: '',
  reason: '',
};

interface Tried {
  when: string;
  touches: string[];
  visitsLookedAt: number;
  changes: { visitId: string; client: string; before: string; after: string }[];
}

/** A rule of the practice's own, in the form of the shipped ones: when, what, where, why. Tried before it is kept. */
export function RuleForm({ kept, leave }: { kept: (lines: RuleLine[]) => void; leave: () => void }) {
  const { t } = useTranslation();
  const words = useVocabulary().data;
  const [form, setForm] = useState(empty);
  const [tried, setTried] = useState<Tried | null>(null);
  if (!words) return null;
  const set = (part: Partial<typeof empty>) => {
    setForm({ ...form, ...part });
    setTried(null);
  };
  const choice = (
    key: 'fact' | 'does' | 'family' | 'region' | 'contact' | 'product',
    options: { id: string; name: string }[],
  ) => (
    <Choice
      id={`rule-${key}`}
      label={t(`rules.${key}`)}
      none={t('rules.any')}
      required={key === 'fact' && !form.age}
      value={form[key]}
      options={[...options].sort((a, b) => a.name.localeCompare(b.name))}
      onChoose={(value) => set({ [key]: value })}
    />
  );
  const text = (key: 'titleOf' | 'why' | 'instead' | 'reason') => (
    <TextField
      id={`rule-${key}`}
      label={t(`rules.${key}`)}
      required
      value={form[key]}
      onText={(value) => set({ [key]: value })}
    />
  );
  const send = async () => {
    const body = requestOf(form);
    if (tried) kept(await ask(http.POST('/api/rules', { body })));
    else setTried(await ask(http.POST('/api/rules/try', { body })));
  };
  const needsLevel = form.outcome === 'modify';
  return (
    <SendForm className="ruleform" send={send} action={t(tried ? 'rules.keep' : 'rules.try')} main never={leave}>
      <div className="fields">
        {choice(
          'fact',
          words.facts.filter((f) => !f.derived),
        )}
        <Choice
          id="rule-age"
          label={t('rules.age')}
          none={t('rules.anyAge')}
          value={form.age}
          options={(['child', 'older-adult'] as const).map((a) => ({ id: a, name: t(`rules.ages.${a}`) }))}
          onChoose={(age) => set({ age })}
        />
        <Choice
          id="rule-outcome"
          label={t('rules.outcome')}
          value={form.outcome}
          options={outcomes.map((o) => ({ id: o, name: t(`outcome.${o}`) }))}
          onChoose={(outcome) => set({ outcome: outcome as Outcome })}
        />
        {needsLevel && (
          <Choice
            id="rule-level"
            label={t('rules.level')}
            none={t('rules.noCap')}
            value={form.level}
            options={['1', '2', '3', '4'].map((l) => ({ id: l, name: l }))}
            onChoose={(level) => set({ level })}
          />
        )}
        {choice('does', words.effects)}
        {choice('family', words.families)}
        {choice('region', [...words.areas, ...words.regions])}
        {choice('contact', words.contacts)}
        {choice('product', words.products)}
      </div>
      {text('titleOf')}
      {text('why')}
      {text('instead')}
      {text('reason')}
      {tried && (
        <div className="tried" role="status">
          <p>
            <b>{t('rules.when', { when: tried.when })}</b>{' '}
            {tried.touches.length > 0
              ? t('rules.touches', { flows: tried.touches.join(', ') })
              : t('rules.touchesNone')}
          </p>
          <p>{t('rules.changes', { count: tried.changes.length, looked: tried.visitsLookedAt })}</p>
          <ul className="plainlist">
            {tried.changes.map((c) => (
              <li key={c.visitId}>
                <b>{c.client}</b>{' '}
                <span className="soft">
                  {t(c.before === c.after ? 'rules.sameVerdict' : 'rules.verdict', {
                    before: c.before,
                    after: c.after,
                  })}
                </span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </SendForm>
  );
}

/** The form as it is; what it means is worked out where rules are. */
function requestOf(form: typeof empty): OwnRuleRequest {
  const { titleOf, why, instead, reason, level, fact, age, does, family, region, contact, product, outcome } = form;
  return {
    title: titleOf,
    why,
    instead,
    reason,
    draft: {
      fact: fact || undefined,
      age: (age || undefined) as 'child' | 'older-adult' | undefined,
      outcome,
      does: does || undefined,
      family: family || undefined,
      region: region || undefined,
      contact: contact || undefined,
      product: product || undefined,
      level: level ? Number(level) : undefined,
    },
  };
}
