import { useState } from 'react';
import type { Measure, Rating, VisitView, Vocabulary } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { sorted } from './families';
import type { Taken } from './Taking';

/** The measures of a visit as they are taken before or after: which come first, and how a value is kept. */
export function useTaking(visit: VisitView, words: Vocabulary, when: 'before' | 'after') {
  const change = useChange(visit.id);
  const [added, setAdded] = useState<string[]>([]);
  const proposed = visit.proposed.map((p) => p.measure);
  const { shown, others } = sorted(words.measures, proposed, visit.changes, when);
  const put = (rating: Rating) =>
    when === 'before' ? change('put', 'check-in', { before: [rating] }) : change('put', 'reflect', { after: [rating] });
  const take = (m: Measure, taken: Taken) => {
    const named = visit.changes.find((c) => c.measure === m.id)?.named ?? undefined;
    const value =
      'value' in taken ? { [when]: taken.value } : { [when === 'before' ? 'beforeTries' : 'afterTries']: taken.tries };
    return put({ measure: m.id, named, ...value });
  };
  const swap = (family: string) =>
    void (when === 'before' ? change('put', 'check-in', { swap: family }) : change('put', 'reflect', { swap: family }));
  const name = (m: Measure, named: string) => void put({ measure: m.id, named });
  const why = (measures: Measure[]) => visit.proposed.find((p) => measures.some((m) => m.id === p.measure))?.for;
  return {
    shown: [...shown, ...others.filter((f) => added.includes(f.id))],
    others: others.filter((f) => !added.includes(f.id)),
    add: (family: string) => setAdded([...added, family]),
    take,
    swap,
    name,
    why,
  };
}
