import type { Change, Measure } from '../../api/types';

/** A measure with its sides, the left first. */
export interface Family {
  id: string;
  name: string;
  sides: Measure[];
}

/** Measures put together by what they measure, in their order. */
export function familiesOf(measures: readonly Measure[]): Family[] {
  const families = new Map<string, Family>();
  for (const m of measures) {
    const id = m.of ?? m.id;
    const family = families.get(id) ?? { id, name: m.ofName ?? m.name, sides: [] };
    family.sides.push(m);
    families.set(id, family);
  }
  return [...families.values()];
}

/**
 * What is proposed, in its order, then what was taken besides; and the rest to choose from. Afterwards what was taken before comes first:
 * it can be compared.
 */
export function sorted(
  measures: readonly Measure[],
  proposed: readonly string[],
  changes: readonly Change[],
  when: 'before' | 'after',
) {
  const families = familiesOf(measures);
  const taken = new Set(changes.filter((c) => c.before != null || c.after != null).map((c) => c.measure));
  const place = (f: Family) => {
    const at = proposed.findIndex((p) => f.sides.some((m) => m.id === p));
    const was = f.sides.some((m) => taken.has(m.id));
    if (at < 0) return was ? proposed.length : Infinity;
    return at + (when === 'after' && !was ? proposed.length + 1 : 0);
  };
  const shown = families.filter((f) => place(f) < Infinity).sort((a, b) => place(a) - place(b));
  return { shown, others: families.filter((f) => place(f) === Infinity) };
}

/** A value as it is said. */
export const saidValue = (m: Measure, value: number) => m.words?.[value] ?? `${value}${m.unit ? ` ${m.unit}` : ''}`;

/** From one value to the other, the unit once. */
export const saidPair = (m: Measure, from: number, to: number) =>
  m.words ? `${saidValue(m, from)} → ${saidValue(m, to)}` : `${from} → ${saidValue(m, to)}`;

/** Name of a measure, or of both its sides. */
export const measureName = (measures: readonly Measure[], id: string) =>
  measures.find((m) => m.id === id)?.name ?? measures.find((m) => m.of === id)?.ofName ?? id;
