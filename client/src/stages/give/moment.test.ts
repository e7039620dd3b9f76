import { describe, expect, it } from 'vitest';
import { expansion, step } from '../../test/samples';
import { cursorAt, momentAt, type Anchor } from './moment';

const plan = expansion(
  step('feet', 0, 5, 8),
  step('hold', 40, 1, 48, { restSeconds: 15 }),
  step('leg', 103, 5, 8, { changeSeconds: 15, change: 'stance' }),
);
const noon = Date.parse('2026-03-02T12:00:00Z');
const running: Anchor = {
  phase: 'running',
  cursor: 0,
  at: noon,
  startedAt: noon,
  finishedAt: null,
  stoppedBy: null,
  stayingSince: null,
  levels: {},
  places: {},
  pausedWhy: null,
  taps: [],
  perMinute: null,
  breathSeconds: { least: 1.5, most: 15 },
  outBy: null,
  backWithin: 4,
};

describe('the moment on the screen', () => {
  it('reads the press, its station and its part off the plan', () => {
    expect(momentAt(plan, 0)).toMatchObject({ press: 1, presses: 5, phase: 'sink' });
    expect(momentAt(plan, 17)).toMatchObject({ press: 3, phase: 'sink' });
    expect(momentAt(plan, 20)).toMatchObject({ press: 3, phase: 'stay' });
    expect(momentAt(plan, 39.9)).toMatchObject({ press: 5, phase: 'travel' });
  });

  it('counts down the change of place and the rest without touch', () => {
    expect(momentAt(plan, 92)).toMatchObject({ phase: 'rest', left: 11 });
    expect(momentAt(plan, 105)).toMatchObject({ phase: 'change', left: 13, press: 0 });
    expect(momentAt(plan, 9999)).toMatchObject({ phase: 'done' });
  });

  it('moves with the clock while running and stands while paused', () => {
    expect(cursorAt(running, noon + 30_000, plan.totalSeconds)).toBe(30);
    expect(cursorAt({ ...running, phase: 'paused', cursor: 12 }, noon + 30_000, plan.totalSeconds)).toBe(12);
    expect(cursorAt(running, noon + 1e9, plan.totalSeconds)).toBe(plan.totalSeconds);
  });
});
