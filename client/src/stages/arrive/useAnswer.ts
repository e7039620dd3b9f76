import type { FactEntry } from '../../api/types';
import { useChange } from '../../api/useVisit';

/** Answering, striking out, and saying no to many. */
export function useAnswer(visitId: string) {
  const change = useChange(visitId);
  return {
    /** `instead` is the entry it takes the place of, where its region or side was changed. */
    answer: (entry: FactEntry, instead?: FactEntry) => void change('put', 'facts', { entry, instead }),
    none: (facts: string[]) => void change('post', 'facts/none', { facts }),
    /** It is asked again; what was said stays on record with the reason. */
    strike: (entry: FactEntry, reason: string) => void change('post', 'facts/strike', { entry, reason }),
  };
}
