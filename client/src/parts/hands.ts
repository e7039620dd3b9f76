import { nameIn } from '../api/named';
import type { PlanStep, Vocabulary } from '../api/types';

/** What touches: of both hands alike, or of each. */
export const handsOf = (step: Pick<PlanStep, 'contact' | 'otherContact'>, words: Vocabulary) =>
  [step.contact, step.otherContact]
    .filter(Boolean)
    .map((c) => nameIn(words.contacts, c))
    .join(' + ');
