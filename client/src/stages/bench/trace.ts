import type { DrillTarget } from '../../api/types';
import type { Sample } from './usePractice';

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

/** The band the force should stay in, as one closed path: there along its top, back along its foot. What is outside the view is cut off. */
export const band = (target: DrillTarget, x: (s: number) => number, y: (n: number) => number) => {
  const corners = target.band!;
  const top = corners.map((c) => `${x(c.seconds).toFixed(1)} ${y(c.high).toFixed(1)}`);
  const foot = corners.map((c) => `${x(c.seconds).toFixed(1)} ${y(c.low).toFixed(1)}`).reverse();
  return `M${[...top, ...foot].join('L')}z`;
};

/** A line through the readings. Where many fall on one pixel, one of them is enough. */
export const line = (samples: Sample[], x: (s: number) => number, y: (s: Sample) => number) => {
  let before = -Infinity;
  const points: string[] = [];
  samples.forEach((s, i) => {
    const at = x(s.seconds);
    if (at - before < 1 && i < samples.length - 1) return;
    before = at;
    points.push(`${at.toFixed(1)} ${y(s).toFixed(1)}`);
  });
  return points.length > 1 ? `M${points.join('L')}` : '';
};
