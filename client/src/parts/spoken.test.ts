import { expect, it } from 'vitest';
import { clock, day, dayOf, hourMinute, livesIn, longDay, minSec, signed } from './spoken';

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

it('tells moments in the zone of the practice and days in none', () => {
  livesIn('Pacific/Auckland');
  expect([clock('2026-11-26T11:30:00Z'), dayOf('2026-11-26T11:30:00Z')]).toEqual(['00:30', '27 Nov 2026']);
  livesIn('America/St_Johns');
  expect([clock(new Date('2026-07-01T02:00:00Z')), dayOf('2026-07-01T02:00:00Z')]).toEqual(['23:30', '30 Jun 2026']);
  expect([day('2026-03-04'), longDay('2026-03-04')]).toEqual(['4 Mar 2026', 'Wednesday 4 March']);
});
