import { describe, expect, it } from 'vitest';
import type { DrillTarget } from '../../api/types';
import { onePerPixel, windowOf } from './curve';

const target = {
  peakNewtons: 200,
  seconds: 36,
  band: [
    { seconds: 0, low: 0, high: 20 },
    { seconds: 6, low: 180, high: 220 },
    { seconds: 36, low: 180, high: 220 },
  ],
} as unknown as DrillTarget;

describe('the trace', () => {
  it('moves with now, and stops at both ends', () => {
    expect(windowOf(target, 3, true)).toEqual({ from: 0, to: 14 });
    expect(windowOf(target, 20, true)).toEqual({ from: 12, to: 26 });
    expect(windowOf(target, 36, true)).toEqual({ from: 22, to: 36 });
    expect(windowOf(target, 20, false)).toEqual({ from: 0, to: 36 });
  });

  it('takes one reading a pixel and always the last', () => {
    const samples = Array.from({ length: 1000 }, (_, i) => ({ seconds: i / 100, left: i, right: 0 }));
    const shown = onePerPixel(samples, (s) => s * 10);
    expect(shown.length).toBeLessThan(110);
    expect(shown.at(-1)!.left).toBe(999);
    expect(onePerPixel([], (s) => s)).toEqual([]);
  });
});
