import { expect, test } from 'vitest';
import { pageOf } from './page';

const figure = { width: 600, height: 1800 };

test('a figure that rests on nothing is its own page', () => {
  expect(pageOf(figure, [])).toEqual({ x: 0, y: 0, width: 600, height: 1800 });
});

test('what carries it is on the page, as far as the body stays large', () => {
  const wedge = { outline: 'M-20 -90L640 -90L640 1900L-20 1900z' };
  expect(pageOf(figure, [wedge])).toEqual({ x: -20, y: -90, width: 660, height: 1990 });
  const hall = { outline: 'M-6000 10L6000 10L6000 1700z' };
  expect(pageOf(figure, [hall])).toEqual({ x: -48, y: 0, width: 696, height: 1800 });
});
