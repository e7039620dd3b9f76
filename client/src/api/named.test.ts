import { expect, it } from 'vitest';
import { known, nameIn } from './named';

const list = [
  { id: 'calf', name: 'calf' },
  { id: 'low-back', name: 'low back' },
  { id: 'calf', name: 'a second of the same id' },
];

it('finds the first of an id, and says an unknown one in words', () => {
  expect(known(list, 'calf')).toBe(list[0]);
  expect([nameIn(list, 'low-back'), nameIn(list, 'upper-arm'), nameIn(list, null)]).toEqual([
    'low back',
    'upper arm',
    '',
  ]);
  expect(known(list, undefined)).toBeUndefined();
});
