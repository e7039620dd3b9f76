import { describe, expect, it } from 'vitest';
import { arrow, groups, kilograms, labelPlaces } from './scene';

const order = [
  'hand',
  'forearm',
  'upper-arm',
  'foot',
  'shank',
  'thigh',
  'body',
  'foot',
  'shank',
  'thigh',
  'hand',
  'forearm',
  'upper-arm',
];

describe('the picture of a press', () => {
  it('draws limb by limb, the far ones first', () => {
    expect(groups(order)).toEqual([[0, 1, 2], [3, 4, 5], [6], [7, 8, 9], [10, 11, 12]]);
  });

  it('ends an arrow where its force acts, and hangs the weight from the centre', () => {
    const knees = arrow({ support: 'knees', x: 10, y: 0, up: 400, forward: 0 }, 1);
    expect(knees.fromY + knees.dy).toBeCloseTo(0);
    const weight = arrow({ support: 'weight', x: 5, y: 900, up: -600, forward: 0 }, 1);
    expect([weight.fromX, weight.fromY]).toEqual([5, -900]);
    expect(weight.dy).toBeGreaterThan(0);
  });

  it('keeps words inside the picture and off each other', () => {
    const forces = ['hand', 'hands', 'knees', 'seat'].map((support) => ({ support, x: 0, y: 0, up: 400, forward: 0 }));
    const places = labelPlaces(forces, 2, { right: 900, bottom: 170 });
    expect(places.every((p) => p.y <= 170)).toBe(true);
    expect(new Set(places.map((p) => p.y)).size).toBe(4);
    expect(
      labelPlaces([{ support: 'hand', x: 850, y: 0, up: 100, forward: 0 }], 2, { right: 900, bottom: 170 })[0]!.end,
    ).toBe(true);
  });

  it('says kilograms', () => expect(kilograms(608)).toBe('62 kg'));
});
