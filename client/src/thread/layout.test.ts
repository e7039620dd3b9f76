import { describe, expect, it } from 'vitest';
import { expansion, step, words } from '../test/samples';
import { layOut, MIDDLE } from './layout';

const plan = expansion(
  step('feet', 0, 5, 8.6),
  step('walk', 43, 40, 3),
  step('left', 163, 5, 8, { side: 'left', changeSeconds: 15, change: 'stance' }),
  step('right', 218, 5, 8, { side: 'right' }),
  step('hold', 258, 1, 40, { technique: 'compression-hold', restSeconds: 15 }),
);
const lay = (zoom: number) => layOut(plan, words, 1184, zoom, (s) => s.side);

describe('the thread', () => {
  it.each([0.2, 0.5, 1, 2.5, 10])('never lets beads merge, at zoom %d', (zoom) => {
    for (const run of lay(zoom).runs) {
      run.beads.slice(1).forEach((b, i) => expect(b.x - run.beads[i]!.x).toBeGreaterThan(b.r + run.beads[i]!.r - 0.01));
    }
  });

  it('makes a ridge with its count of a run too close to tell apart, and beads of it nearer', () => {
    const far = lay(0.4).runs.find((r) => r.step.id === 'walk')!;
    expect(far.ridge).toMatchObject({ count: 40 });
    expect(far.beads).toHaveLength(0);
    const near = lay(4).runs.find((r) => r.step.id === 'walk')!;
    expect(near.ridge).toBeNull();
    expect(near.beads).toHaveLength(40);
  });

  it('puts the client’s left above, right below, both on one strand', () => {
    const y = (id: string) => lay(1).runs.find((r) => r.step.id === id)!.y;
    expect(y('left')).toBeLessThan(MIDDLE);
    expect(y('right')).toBeGreaterThan(MIDDLE);
    expect(y('feet')).toBe(MIDDLE);
    expect(lay(1).strands).toHaveLength(4);
  });

  it('shows a change as a knot, a rest as a gap and a hold as long as it lasts', () => {
    const { runs, xOf } = lay(1);
    expect(runs.find((r) => r.step.id === 'left')!.knot).toBeCloseTo(xOf(163 + 7.5));
    const hold = runs.find((r) => r.step.id === 'hold')!;
    expect(hold.rest![1] - hold.rest![0]).toBeCloseTo(xOf(15));
    expect(hold.beads[0]!.half * 2).toBeCloseTo(xOf(40) - 2, 0);
  });
});
