import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../../api/http';
import { known, nameIn } from '../../../api/named';
import type { PlanStep, Vocabulary } from '../../../api/types';
import { Choice, TextField } from '../../../ui/fields';
import { Picks } from '../../../ui/Picks';
import { SendForm } from '../../../ui/SendForm';

/** How far a joint goes is not asked: all of its range, which is the strict reading. */
const wholeRange = 100;

/** A step as it is given here, kept as a way of working of the practice's own: from its technique, or from nothing. */
export function KeepWay({ step, words }: { step: PlanStep; words: Vocabulary }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const like = known(words.techniques, step.technique)!;
  const [kept, setKept] = useState(false);
  const [form, setForm] = useState({
    name: step.name === like.name ? '' : step.name,
    how: '',
    purpose: step.purpose,
    fromNothing: false,
    family: '',
    contacts: [step.contact],
    positions: [...new Set([step.position, ...step.alsoIn])],
    moves: [] as string[],
    cautions: '',
  });
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const send = async () => {
    await ask(
      http.POST('/api/techniques', {
        body: {
          name: form.name,
          how: form.how,
          purpose: form.purpose,
          contacts: form.contacts,
          positions: form.positions,
          levels: { min: Math.min(step.level, like.levels.min), max: Math.max(step.level, 1) },
          moves: form.moves.map((move) => ({ move, share: wholeRange })),
          traits: [],
          cautions: form.cautions.split('\n'),
          step,
          from: form.fromNothing ? undefined : step.technique,
          family: form.fromNothing ? form.family : undefined,
        },
      }),
    );
    setKept(true);
    await cache.invalidateQueries();
  };
  if (kept) return <p role="status">{t('ownWays.kept')}</p>;
  return (
    <SendForm className="keepway" send={send} action={t('ownWays.send')}>
      <p className="soft small">{!form.fromNothing && t('ownWays.from', { name: like.name })}</p>
      <label>
        <input type="checkbox" checked={form.fromNothing} onChange={(e) => set({ fromNothing: e.target.checked })} />{' '}
        {t('ownWays.fromNothing', { name: like.name })}
      </label>
      {form.fromNothing && (
        <Choice
          id="way-family"
          label={t('ownWays.family')}
          required
          none={t('today.choose')}
          value={form.family}
          options={words.families}
          onChoose={(family) => set({ family })}
        />
      )}
      <TextField id="way-name" label={t('ownWays.name')} required value={form.name} onText={(name) => set({ name })} />
      <TextField id="way-how" label={t('ownWays.how')} required value={form.how} onText={(how) => set({ how })} />
      <TextField
        id="way-purpose"
        label={t('ownWays.purpose')}
        required
        value={form.purpose}
        onText={(purpose) => set({ purpose })}
      />
      <Picks
        id="way-contacts"
        label={t('ownWays.contacts')}
        chosen={form.contacts}
        options={words.contacts}
        onChange={(contacts) => set({ contacts })}
      />
      <Picks
        id="way-positions"
        label={t('ownWays.positions')}
        chosen={form.positions}
        options={words.positions}
        onChange={(positions) => set({ positions })}
      />
      <Picks
        id="way-moves"
        label={t('ownWays.moves')}
        chosen={form.moves}
        options={words.moves.map((m) => ({ id: m.id, name: nameIn(words.moves, m.id) }))}
        onChange={(moves) => set({ moves })}
      />
      <p className="soft small">{t('ownWays.movesWhy')}</p>
      <TextField
        id="way-cautions"
        label={t('ownWays.cautions')}
        value={form.cautions}
        onText={(cautions) => set({ cautions })}
      />
    </SendForm>
  );
}
