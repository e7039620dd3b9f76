import type { GiveEvent, Happened } from '../../../api/types';

/** What happened, also where the server has not answered yet: the same that the fold makes of it. */
export function happenedOf(answered: readonly Happened[], pending: readonly GiveEvent[]): Happened[] {
  const known = new Set(answered.map((h) => h.id));
  return pending.reduce<Happened[]>(
    (all, e) => {
      if (e.kind === 'happened' && e.response && !known.has(e.id))
        return [...all, { id: e.id, at: e.at, what: e.response, step: e.step ?? '', done: [] } as unknown as Happened];
      if (e.kind !== 'happened-more') return all;
      return all.map((h) =>
        h.id !== e.detail?.of
          ? h
          : { ...h, text: e.text ?? h.text, done: e.detail.done ?? h.done, told: e.detail.told ?? h.told },
      );
    },
    [...answered],
  );
}
