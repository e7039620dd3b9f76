import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Expansion, GiveEvent, SessionView } from '../../api/types';
import { anchorOf, cursorAt, effectsOf, lateAt, predict, stepAt } from './moment';

interface Case {
  name: string;
  events: GiveEvent[];
  /** What the fold says after none, one, two ... of the events. */
  anchors: SessionView[];
  looks: { at: string; cursor: number; late: number; step: string }[];
}

const file = JSON.parse(readFileSync(join(process.cwd(), '../tests/vectors/session.json'), 'utf8')) as {
  totalSeconds: number;
  responses: { id: string; effect: string }[];
  cases: Case[];
};
const plan = file as unknown as Expansion;
const effects = effectsOf(file.responses);

/** The server's fold wrote these; the screen must say the same before the server has answered. */
describe('the prediction is the fold', () => {
  it('has every phase meet every kind of event, and more', () => {
    expect(file.cases.length).toBeGreaterThan(100);
  });

  it.each(file.cases)('$name', ({ events, anchors, looks }) => {
    // From every answer the server could have given on the way, the rest predicted.
    anchors.forEach((known, n) => {
      const there = predict(anchorOf(known), events.slice(n), plan, effects);
      const end = anchors.at(-1)!;
      expect(there.phase).toBe(end.phase);
      expect(there.stoppedBy).toBe(end.stoppedBy ?? null);
      expect(there.stayingSince).toBe(end.stayingSince ? new Date(end.stayingSince).getTime() : null);
      expect(there.levels).toEqual(end.levels);
      expect(there.places).toEqual(end.placeLevels);
      expect(there.perMinute).toBe(end.breath?.perMinute ?? null);
      expect(there.taps).toEqual(end.breath?.taps.map((t) => new Date(t).getTime()) ?? []);
      expect(there.pausedWhy).toBe(anchorOf(end).pausedWhy);
      expect(there.outBy).toBe(end.outBy ? new Date(end.outBy).getTime() : null);
      for (const look of looks) {
        const at = new Date(look.at).getTime();
        expect(cursorAt(there, at, file.totalSeconds)).toBeCloseTo(look.cursor, 2);
        expect(lateAt(there, at, file.totalSeconds)).toBeCloseTo(look.late, 2);
        expect(stepAt(plan, cursorAt(there, at, file.totalSeconds)).id).toBe(look.step);
      }
    });
  });
});
