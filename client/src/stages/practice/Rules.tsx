import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { RuleLine } from '../../api/types';
import { OutcomeSign } from '../../parts/OutcomeSign';
import { sourceLine } from '../../parts/spoken';
import { RescreenAll } from './RescreenAll';
import { RuleForm } from './RuleForm';

const key = keptAs.rules();

/** The rules this practice screens by: its own first, then the shipped ones, found by any word in them. */
export function Rules({ owner }: { owner: boolean }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [wanted, setWanted] = useState('');
  const [writing, setWriting] = useState(false);
  const rules = useQuery({ queryKey: key, queryFn: () => ask(http.GET('/api/rules')) });
  const all = rules.data ?? [];
  const own = all.filter((r) => r.author || r.setAside);
  const words = wanted.trim().toLowerCase();
  const shown = all.filter((r) => !r.author && !r.setAside && words.length > 1 && textOf(r).includes(words));
  const kept = (lines: RuleLine[]) => {
    cache.setQueryData(key, lines);
    setWriting(false);
  };
  const retire = async (id: string) =>
    cache.setQueryData(key, await ask(http.POST('/api/rules/retire', { body: { id } })));
  return (
    <section className="rules">
      <h2>{t('rules.title', { count: all.length })}</h2>
      <p className="soft small">{t('rules.lead')}</p>
      {own.map((r) => (
        <article key={r.rule.id} className={r.retiredAt ? 'ownrule soft' : 'ownrule'}>
          {r.rule.then[0] ? <OutcomeSign outcome={r.rule.then[0].outcome} /> : <span />}
          <div>
            <b>{r.rule.title}</b>
            {r.setAside ? (
              <p className="small plum">{r.setAside}</p>
            ) : (
              <p className="small">{t('rules.when', { when: r.when })}</p>
            )}
            <p className="soft small">{r.rule.source.work}</p>
          </div>
          {r.retiredAt ? (
            <span>{t('rules.retired')}</span>
          ) : (
            owner &&
            r.author && (
              <button type="button" className="pill quiet" onClick={() => void retire(r.rule.id)}>
                {t('rules.retire')}
              </button>
            )
          )}
        </article>
      ))}
      {owner &&
        (writing ? (
          <RuleForm kept={kept} leave={() => setWriting(false)} />
        ) : (
          <div className="acts">
            <button type="button" className="pill main" onClick={() => setWriting(true)}>
              {t('rules.write')}
            </button>
          </div>
        ))}
      {owner && own.length > 0 && <RescreenAll />}
      <label className="form-label mt-3" htmlFor="rule-search">
        {t('rules.find')}
      </label>
      <Form.Control
        id="rule-search"
        type="search"
        placeholder={t('rules.findHint')}
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
      />
      {shown.map((r) => (
        <article key={r.rule.id} className="ownrule">
          {r.rule.then[0] ? <OutcomeSign outcome={r.rule.then[0].outcome} /> : <span />}
          <div>
            <b>{r.rule.title}</b> <span className="soft small">{r.rule.id}</span>
            <p className="small">{t('rules.when', { when: r.when })}</p>
            <p className="small">{r.rule.why}</p>
          </div>
          <span className="soft small">{sourceLine(r.rule.source)}</span>
        </article>
      ))}
    </section>
  );
}

const textOf = (r: RuleLine) => `${r.rule.id} ${r.rule.title} ${r.when} ${r.rule.why}`.toLowerCase();
