import { describe, expect, it } from 'vitest';
import type { DrillTarget } from '../../api/types';
import { envelope, lengthOf, line, wantedAt, windowOf } from './trace';

const target = {
  peakNewtons: 200,
  toleranceNewtons: 20,
  phases: [
    { say: 'rest', startSeconds: 0, seconds: 2, fromNewtons: 0, toNewtons: 0, holds: false },
    { say: 'sink', startSeconds: 2, seconds: 4, fromNewtons: 0, toNewtons: 200, holds: false },
    { say: 'stay', startSeconds: 6, seconds: 30, fromNewtons: 200, toNewtons: 200, holds: true },
  ],
} as unknown as DrillTarget;

describe('the trace', () => {
  it('knows what is wanted at every moment', () => {
    expect(lengthOf(target)).toBe(36);
    expect([0, 4, 6, 20, 99].map((s) => wantedAt(target, s))).toEqual([0, 100, 200, 200, 200]);
  });

  it('moves with now, and stops at both ends', () => {
    expect(windowOf(target, 3, true)).toEqual({ from: 0, to: 14 });
    expect(windowOf(target, 20, true)).toEqual({ from: 12, to: 26 });
    expect(windowOf(target, 36, true)).toEqual({ from: 22, to: 36 });
    expect(windowOf(target, 20, false)).toEqual({ from: 0, to: 36 });
  });

  it('draws the envelope as wide as the tolerance, never below nothing', () => {
    const path = envelope(
      target,
      { from: 0, to: 6 },
      (s) => s,
      (n) => n,
    );
    expect(path.startsWith('M0.0 20.0L')).toBe(true);
    expect(path).toContain('6.0 220.0');
    expect(path).toContain('6.0 180.0');
    expect(path).not.toContain('-');
  });

  it('takes one reading a pixel and always the last', () => {
    const samples = Array.from({ length: 1000 }, (_, i) => ({ seconds: i / 100, left: i, right: 0 }));
    const path = line(
      samples,
      (s) => s * 10,
      (s) => s.left,
    );
    expect(path.split('L').length).toBeLessThan(110);
    expect(path.endsWith('999.0')).toBe(true);
    expect(
      line(
        [],
        (s) => s,
        () => 0,
      ),
    ).toBe('');
  });
});
