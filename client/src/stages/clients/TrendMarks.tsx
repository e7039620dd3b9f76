import type { Trend } from '../../api/types';

/** Before and after of one visit stand this far from its day, in pixels. */
export const APART = 3;
const LARGEST = 4.5;
const SMALLEST = 1.8;
/** Before is drawn a little smaller than after. */
const BEFORE = 0.8;

interface Scales {
  /** Over the chart's width, of a date. */
  x: (date: string) => number;
  y: (value: number) => number;
  /** Room of one visit, in pixels. */
  room: number;
}

/**
 * The marks of every visit: hollow before, full after, a stroke between. One path for all that were judged alike: of a client of many
 * years there are a thousand marks.
 */
export function TrendMarks({ points, second, x, y, room }: Scales & { points: Trend['points']; second: boolean }) {
  const size = Math.max(SMALLEST, Math.min(LARGEST, room / 2));
  const verdicts = [...new Set(points.map((p) => p.verdict))];
  return (
    <g className={second ? 'second' : ''}>
      {verdicts.map((verdict) => {
        const these = points.filter((p) => p.verdict === verdict);
        const was = these.filter((p) => p.before != null).map((p) => [x(p.date) - APART, y(p.before!)] as const);
        const is = these.filter((p) => p.after != null).map((p) => [x(p.date) + APART, y(p.after!)] as const);
        const both = these.filter((p) => p.before != null && p.after != null);
        return (
          <g key={verdict} className={verdict}>
            <path
              className="fall"
              d={both.map((p) => `M${x(p.date) - APART} ${y(p.before!)}L${x(p.date) + APART} ${y(p.after!)}`).join('')}
            />
            <path className="was" data-marks={was.length} d={was.map((at) => dot(at, size * BEFORE)).join('')} />
            <path className="is" data-marks={is.length} d={is.map((at) => dot(at, size)).join('')} />
          </g>
        );
      })}
    </g>
  );
}

const dot = ([x, y]: readonly [number, number], r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
