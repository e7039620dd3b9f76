import type { GiveEvent, NotedResponse } from '../../api/types';

/** What was noted, also where the server has not answered yet: the same that the fold makes of it. */
export function notesOf(answered: readonly NotedResponse[], pending: readonly GiveEvent[]): NotedResponse[] {
  const known = new Set(answered.map((r) => r.id));
  const notes = [...answered];
  for (const e of pending) {
    if (e.kind === 'response' && e.response && !known.has(e.id))
      notes.push({
        id: e.id,
        at: e.at,
        response: e.response,
        step: e.step ?? '',
        text: e.text ?? null,
        when: 'during',
        detail: e.detail ?? null,
      });
    if (e.kind === 'annotate') {
      const at = notes.findIndex((n) => n.id === e.detail?.of);
      const note = notes[at];
      if (!note) continue;
      const said = Object.fromEntries(Object.entries(e.detail ?? {}).filter(([k, v]) => k !== 'of' && v != null));
      notes[at] = {
        ...note,
        text: e.text ?? note.text,
        detail: { ...blank, ...note.detail, ...said },
      };
    }
  }
  return notes;
}

const blank = { station: null, place: null, side: null, strength: null, of: null };

/** So many can be told apart by pedal. */
const TOLD_APART = 2;

/** The notes offered at a step: the likeliest that were not noted there yet, so that a second note is not the first again. */
export function offeredAt(ranked: readonly string[], noted: readonly NotedResponse[], step: string): string[] {
  const here = new Set(noted.filter((n) => n.step === step).map((n) => n.response));
  const fresh = ranked.filter((r) => !here.has(r));
  return [...fresh, ...ranked.filter((r) => here.has(r))].slice(0, TOLD_APART);
}
