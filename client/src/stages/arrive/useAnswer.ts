import type { AskCard, FactEntry } from '../../api/types';
import { useChange } from '../../api/useVisit';

/** Answering, a card at once, and striking out. */
export function useAnswer(visitId: string) {
  const change = useChange(visitId);
  return {
    /** `instead` is the entry it takes the place of, where its region or side was changed. */
    answer: (entry: FactEntry, instead?: FactEntry) => void change('put', 'facts', { entry, instead }),
    /** Yes to some of a card, no to the rest: one record. */
    card: (card: AskCard, yes: FactEntry[], how: Partial<Record<'notConcerned' | 'withdraw', boolean>> = {}) =>
      void change('put', 'cards', {
        card: card.id,
        cardVersion: card.version,
        yes,
        notConcerned: false,
        withdraw: false,
        ...how,
      }),
    /** It is asked again; what was said stays on record with the reason. */
    strike: (entry: FactEntry, reason: string) => void change('post', 'facts/strike', { entry, reason }),
  };
}
