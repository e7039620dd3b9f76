import type { Expansion, VisitView } from '../../api/types';
import { cursorAt, momentAt, type Anchor } from './moment';

/** How far through its breath the client is, 0 to 1, from the beginning of the out-breath. */
export function breathTurn(anchor: Anchor, visit: Pick<VisitView, 'tempo' | 'expansion'>, ms: number): number {
  const period = periodOf(anchor, visit);
  const tapped = anchor.taps.at(-1);
  if (tapped !== undefined) return turn((ms - tapped) / 1000, period);
  // Until somebody has tapped along: each press that goes with the breath begins on an out-breath.
  const cursor = cursorAt(anchor, ms, visit.expansion.totalSeconds);
  const held = anchor.stayingSince === null ? 0 : (ms - anchor.stayingSince) / 1000;
  return turn(held + (boundInto(visit.expansion, cursor) ?? cursor), period);
}

/** Seconds of one breath: as it was tapped, else as the plan has it. */
export const periodOf = (anchor: Pick<Anchor, 'perMinute'>, visit: Pick<VisitView, 'tempo'>) =>
  anchor.perMinute === null ? visit.tempo.breathSeconds! : 60 / anchor.perMinute;

/** Seconds into a press that is given with the breath. */
function boundInto(expansion: Expansion, cursor: number) {
  const m = momentAt(expansion, cursor);
  return m.press > 0 && m.step.presses[0]?.breaths ? m.into : undefined;
}

const turn = (seconds: number, period: number) => (((seconds % period) + period) % period) / period;
