import type { Plan } from '../api/types';

type Step = { block: string; side: string };

/** Name of the block a step stands in; a step on one side reads it with that side: "left leg". */
export function blockName(plan: Plan, step: Step, t: (key: string, values?: Record<string, unknown>) => string) {
  const name = plan.blocks?.find((b) => b.id === step.block)?.name ?? step.block;
  return step.side === 'left' || step.side === 'right'
    ? t(`plan.sided.${step.side}`, { name: name.toLowerCase() })
    : name;
}
