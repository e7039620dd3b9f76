import type { DrillTarget } from '../../api/types';
import type { Sample } from './useDrill';

export interface Span {
  from: number;
  to: number;
}

const behind = 8;
const ahead = 6;

/** What of the time is shown: while it runs, a few seconds behind and ahead of now. */
export const windowOf = (target: DrillTarget, now: number, live: boolean): Span => {
  const whole = target.seconds!;
  if (!live || whole <= behind + ahead) return { from: 0, to: whole };
  const from = Math.min(Math.max(0, now - behind), whole - behind - ahead);
  return { from, to: from + behind + ahead };
};

/** Where many readings fall on one pixel, one of them is enough; the last is always there. */
export const onePerPixel = (samples: Sample[], x: (s: number) => number) => {
  let before = -Infinity;
  return samples.filter((s, i) => {
    const at = x(s.seconds);
    if (at - before < 1 && i < samples.length - 1) return false;
    before = at;
    return true;
  });
};
