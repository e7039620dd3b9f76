import { describe, expect, it, vi } from 'vitest';
import type { GiveEvent, NotedResponse } from '../../../api/types';
import { notesOf, offeredAt } from '../notes';
import { cueBetween } from './cues';
import { simulatedPedals } from './devices';
import { hands, pedalOf, setHands } from './hands';
import { oncePerPress } from './once';

it('takes one press for one, however it bounces, is held or comes with another pedal', () => {
  let now = 0;
  const through = oncePerPress(() => now);
  const at = (ms: number) => {
    now = ms;
    return through();
  };
  expect(at(1000)).toBe(true);
  expect(at(1040)).toBe(false);
  expect(at(1200)).toBe(false);
  // Held down it repeats every few milliseconds, for seconds.
  for (let ms = 1230; ms < 4000; ms += 30) expect(at(ms)).toBe(false);
  expect(at(4400)).toBe(true);
});

it('is told what it does on this device, and starts anew where that cannot be read', () => {
  localStorage.setItem('lantern-hands', '{broken');
  expect(hands()).toMatchObject({ keys: {}, field: false, tones: false, speech: false });
  setHands({ keys: { next: 'b', stop: '.' } });
  setHands({ tones: true });
  expect(hands()).toMatchObject({ keys: { next: 'b', stop: '.' }, tones: true });
  expect(pedalOf(hands().keys, '.')).toBe('stop');
  expect(pedalOf(hands().keys, 'x')).toBeUndefined();
  localStorage.removeItem('lantern-hands');
});

const moment = (index: number, phase: string, part: { side?: string; timed?: boolean; press?: number } = {}) =>
  ({
    index,
    phase,
    press: part.press ?? 1,
    step: { side: part.side ?? 'left', timed: part.timed ?? false },
  }) as Parameters<typeof cueBetween>[0];

it.each([
  ['another step', moment(1, 'rest'), moment(2, 'change'), 'change'],
  ['the other side', moment(1, 'rest'), moment(2, 'change', { side: 'right' }), 'side'],
  ['both after one side', moment(1, 'rest'), moment(2, 'change', { side: 'both' }), 'change'],
  ['a rest', moment(1, 'release'), moment(1, 'rest'), 'rest'],
  ['a hold that ends', moment(1, 'stay', { timed: true }), moment(1, 'release', { timed: true }), 'hold-end'],
  ['a press that ends', moment(1, 'stay'), moment(1, 'release'), null],
  ['back', moment(2, 'stay'), moment(1, 'change'), null],
  ['the end', moment(2, 'release'), moment(2, 'done'), 'done'],
  ['still the end', moment(2, 'done'), moment(2, 'done'), null],
])('sounds for %s', (_, before, after, cue) => {
  expect(cueBetween(before, after)).toBe(cue);
});

it('shows what waits as the server will tell it', () => {
  const detail = { station: 4, place: 'BL57', side: 'left' as const, strength: null, of: null };
  const answered: NotedResponse[] = [
    { id: 'a', at: '2026-03-02T12:00:00Z', response: 'sigh', step: 's', text: null, when: 'during', detail: null },
  ];
  const event = (id: string, kind: string, part: Partial<GiveEvent>): GiveEvent => ({
    id,
    at: '2026-03-02T12:00:09Z',
    kind,
    counter: 1,
    ...part,
  });
  const notes = notesOf(answered, [
    event('a', 'response', { response: 'sigh' }),
    event('b', 'response', { response: 'tender', step: 's', detail }),
    event('c', 'annotate', { detail: { of: 'b', strength: 2 } }),
    event('d', 'annotate', { detail: { of: 'b' }, text: 'to the heel' }),
    event('e', 'annotate', { detail: { of: 'gone', strength: 3 } }),
    event('f', 'next', {}),
  ]);
  expect(notes.map((n) => n.response)).toEqual(['sigh', 'tender']);
  expect(notes[1]).toMatchObject({
    text: 'to the heel',
    detail: { station: 4, place: 'BL57', side: 'left', strength: 2 },
  });
});

describe('a pedal that stands in', () => {
  it('rattles as a real one, and is still one press', async () => {
    vi.useFakeTimers();
    const pedals = simulatedPedals();
    const raw: string[] = [];
    const told: string[] = [];
    const once = oncePerPress(() => Date.now());
    const away = pedals.listen((p) => {
      raw.push(p);
      if (once()) told.push(p);
    });
    pedals.press('next');
    vi.advanceTimersByTime(400);
    pedals.press('stop');
    vi.advanceTimersByTime(400);
    expect(raw).toHaveLength(6);
    expect(told).toEqual(['next', 'stop']);
    away();
    pedals.press('note');
    expect(raw).toHaveLength(6);
    vi.useRealTimers();
  });
});

it('offers the likeliest notes, and what was noted at this step already makes room', () => {
  const ranked = ['tender', 'right', 'too-much'];
  const noted = [{ response: 'tender', step: 'heel' }] as NotedResponse[];
  expect(offeredAt(ranked, [], 'heel')).toEqual(['tender', 'right']);
  expect(offeredAt(ranked, noted, 'heel')).toEqual(['right', 'too-much']);
  expect(offeredAt(ranked, noted, 'calf')).toEqual(['tender', 'right']);
  expect(offeredAt(['tender', 'right'], noted, 'heel')).toEqual(['right', 'tender']);
});
