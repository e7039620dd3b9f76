import type { DrillTarget } from '../../api/types';
import type { Sample } from './usePractice';

export interface Span {
  from: number;
  to: number;
}

const behind = 8;
const ahead = 6;

/** Seconds a drill takes. */
export const lengthOf = (target: DrillTarget) => {
  const last = target.phases.at(-1)!;
  return last.startSeconds + last.seconds;
};

/** What of the time is shown: while it runs, a few seconds behind and ahead of now. */
export const windowOf = (target: DrillTarget, now: number, live: boolean): Span => {
  const whole = lengthOf(target);
  if (!live || whole <= behind + ahead) return { from: 0, to: whole };
  const from = Math.min(Math.max(0, now - behind), whole - behind - ahead);
  return { from, to: from + behind + ahead };
};

/** Newtons to make at a moment, both hands together. */
export const wantedAt = (target: DrillTarget, seconds: number) => {
  const p = target.phases.findLast((x) => x.startSeconds <= seconds) ?? target.phases[0]!;
  const share = Math.min(1, Math.max(0, (seconds - p.startSeconds) / p.seconds));
  return p.fromNewtons + (p.toNewtons - p.fromNewtons) * share;
};

/** The band the force should stay in, as one closed path: there along its top, back along its foot. */
export const envelope = (target: DrillTarget, view: Span, x: (s: number) => number, y: (n: number) => number) => {
  const corners = target.phases.flatMap((p) => [
    [p.startSeconds, p.fromNewtons] as const,
    [p.startSeconds + p.seconds, p.toNewtons] as const,
  ]);
  const inside = [
    [view.from, wantedAt(target, view.from)] as const,
    ...corners.filter(([s]) => s > view.from && s < view.to),
    [view.to, wantedAt(target, view.to)] as const,
  ];
  const half = target.toleranceNewtons;
  const top = inside.map(([s, n]) => `${x(s).toFixed(1)} ${y(n + half).toFixed(1)}`);
  const foot = inside.map(([s, n]) => `${x(s).toFixed(1)} ${y(Math.max(0, n - half)).toFixed(1)}`).reverse();
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
