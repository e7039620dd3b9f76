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
  const families = familiesOf(measures).filter((f) => when === 'before' || !f.sides[0]!.ofDays);
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

/** What is written behind a value. */
export const unitOf = (m: Measure) => m.shown?.unit ?? m.unit;

/** A value that is kept, in the unit it is shown in. */
export const shownValue = (m: Measure, value: number) =>
  m.shown ? Number((value * m.shown.each).toFixed(m.shown.decimals)) : value;

/** A value that was entered in the unit it is shown in, as it is kept. */
export const keptValue = (m: Measure, value: number) => (m.shown ? Number((value / m.shown.each).toFixed(2)) : value);

/** A value as it is said. */
export const saidValue = (m: Measure, value: number) =>
  m.words?.[value] ?? `${shownValue(m, value)}${unitOf(m) ? ` ${unitOf(m)}` : ''}`;

/** From one value to the other, the unit once. */
export const saidPair = (m: Measure, from: number, to: number) =>
  m.words ? `${saidValue(m, from)} → ${saidValue(m, to)}` : `${shownValue(m, from)} → ${saidValue(m, to)}`;

/** The two values a change lies between; null where there are not two. */
export function compared(c: Change): [number, number] | null {
  const [from, to] = c.earlier ? [c.earlier.value, c.before] : [c.before, c.after];
  return from == null || to == null ? null : [from, to];
}

/** What it went to: of what asks about the days before, which a list has no earlier value of, where it came to. */
export function saidChange(m: Measure, c: Change) {
  const at = compared(c);
  return at ? saidPair(m, ...at) : saidValue(m, c.before ?? c.after!);
}

/** Name of a measure, or of both its sides. */
export const measureName = (measures: readonly Measure[], id: string) =>
  measures.find((m) => m.id === id)?.name ?? measures.find((m) => m.of === id)?.ofName ?? id;
