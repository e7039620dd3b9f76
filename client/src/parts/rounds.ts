import type { PlanStep } from '../api/types';

/** Which round of its series a step is in, and how many there are; one of one where it is given once. */
export function roundOf(step: PlanStep, steps: PlanStep[]) {
  const first = step.roundOf ?? step.id;
  const rounds = steps.filter((s) => (s.roundOf ?? s.id) === first);
  return { n: rounds.indexOf(step) + 1, of: rounds.length };
}
