import type { PlanStep } from '../api/types';

/** Every region a step works: the first, those it travels on through, those worked at the same time. */
export const placesOf = (step: PlanStep) => [step.region, ...(step.through ?? []), ...(step.alsoAt ?? [])];
