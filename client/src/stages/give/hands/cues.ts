import type { ExpandedStep, PlanStep } from '../../../api/types';
import type { Moment } from '../moment';

/** What is worth a sound: another step, the other side, a hold that ends, a rest, the end. */
export type Cue = 'change' | 'side' | 'hold-end' | 'rest' | 'done';

type Seen = Pick<Moment, 'index' | 'phase' | 'press'> & { step: Pick<ExpandedStep, 'side' | 'timed'> };

/** The sound between two moments; none where nothing of it changed, or where the session was moved back. */
export function cueBetween(before: Seen, after: Seen): Cue | null {
  if (after.phase === 'done') return before.phase === 'done' ? null : 'done';
  if (after.index > before.index) return sided(before) && sided(after) && differ(before, after) ? 'side' : 'change';
  if (after.index < before.index) return null;
  if (after.phase === 'rest' && before.phase !== 'rest') return 'rest';
  const ended = after.phase === 'release' && before.phase === 'stay' && after.press === before.press;
  return ended && after.step.timed ? 'hold-end' : null;
}

const sided = (m: Seen) => m.step.side === 'left' || m.step.side === 'right';
const differ = (a: Seen, b: Seen) => a.step.side !== b.step.side;

/** What is said when a step begins: what, where, on which side, how long, and the step's own words. */
export function sayingOf(
  step: ExpandedStep,
  planned: PlanStep,
  words: { side: (side: string) => string; time: (seconds: number) => string; plain: (text: string) => string },
): string {
  return [
    step.name,
    step.side === 'mid' ? '' : words.side(step.side),
    planned.where ? words.plain(planned.where) : '',
    words.time(Math.round(step.seconds)),
    planned.guide?.say ? words.plain(planned.guide.say) : '',
  ]
    .filter(Boolean)
    .join('. ');
}
