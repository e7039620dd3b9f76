import type { Plan, PlanSection } from '../api/types';

/** A section's heading: its block, with the side where it is one side's. */
export const sectionName = (s: PlanSection, t: (key: string, values?: Record<string, unknown>) => string) =>
  s.mirrored ? t('plan.sided.mirrored', { name: s.name }) : sided(s.name, s.side, t);

type Step = { block: string; side: string; partSide?: string | null };

/** Name of the block a step stands in; a part on one side reads it with that side: "left leg". */
export function blockName(plan: Plan, step: Step, t: (key: string, values?: Record<string, unknown>) => string) {
  const name = plan.blocks?.find((b) => b.id === step.block)?.name ?? step.block;
  return sided(name, step.partSide ?? step.side, t);
}

const sided = (name: string, side: string, t: (key: string, values?: Record<string, unknown>) => string) =>
  side === 'left' || side === 'right' ? t(`plan.sided.${side}`, { name: name.toLowerCase() }) : name;
