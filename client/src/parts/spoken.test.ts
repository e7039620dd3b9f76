import { expect, it } from 'vitest';
import { hourMinute, minSec, signed } from './spoken';

it.each([
  [0, '0:00'],
  [65, '1:05'],
  [2168.8, '36:09'],
])('%d seconds are %s', (seconds, said) => expect(minSec(seconds)).toBe(said));

it.each([
  [221.5, '+3 min 42 s'],
  [-73, '−1 min 13 s'],
  [12, '+12 s'],
])('a difference of %d is %s', (seconds, said) => expect(signed(seconds)).toBe(said));

it('shows times without seconds', () => expect(hourMinute('08:30:00')).toBe('08:30'));
