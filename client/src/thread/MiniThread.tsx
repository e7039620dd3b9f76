import type { ExpandedStep, Vocabulary } from '../api/types';
import { Beads } from './Beads';
import { shapeOf, type Run } from './layout';

const WIDE = 126;

/** One step's beads in a row of the list; a long run becomes a ridge with its count. */
export function MiniThread({ step, words, look = '' }: { step: ExpandedStep; words: Vocabulary; look?: string }) {
  const shape = shapeOf(step, words);
  const n = step.presses.length;
  const r = 1.9 + step.level * 0.8;
  const y = 11;
  const long = shape === 'hold' || shape === 'stretch';
  const pitch = long ? Math.min(36, (WIDE - 6) / n) : 2 * r + 2.2;
  const fits = n * pitch <= WIDE - 4;
  const run: Run = {
    step,
    shape,
    y,
    x0: 0,
    x1: WIDE,
    knot: null,
    rest: null,
    ridge: fits ? null : { x0: 3, x1: 96, r, pitch: 2 * r + 1, count: n },
    beads: fits
      ? step.presses.map((_, i) => ({
          x: 4 + r + (long ? pitch / 2 - r : 0) + i * pitch,
          y,
          r,
          half: long ? pitch / 2 - 1.5 : r,
        }))
      : [],
  };
  return (
    <svg className="mini" width={WIDE} height={22} aria-hidden="true">
      <path className="strand" d={`M0 ${y}H${WIDE}`} />
      {run.ridge ? (
        <>
          <Beads run={{ ...run, ridge: { ...run.ridge, count: 0 }, step: { ...step, side: 'mid' } }} look={look} />
          <text className="count" x={111} y={15}>
            {n}
          </text>
        </>
      ) : (
        <Beads run={run} look={look} />
      )}
    </svg>
  );
}
