import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { ContactPrint, PrintMark } from '../api/types';
import { Prints } from './Prints';
import { prints } from './prints';

afterEach(cleanup);

const mark = (station: number, part: Partial<PrintMark> = {}): PrintMark => ({
  station,
  side: 1,
  x: 100 * station,
  y: 50,
  degrees: 30,
  left: false,
  visible: true,
  point: null,
  area: null,
  name: null,
  ...part,
});
const show = (marks: PrintMark[], print: ContactPrint | null, now: number, onPoint?: (p: string) => void) =>
  render(
    <svg>
      <Prints marks={marks} print={print} unit={2} now={now} next={now + 1} onPoint={onPoint} />
    </svg>,
  ).container;

it('lays the contact where it works now, rings the next, fades what is done', () => {
  const svg = show(
    [1, 2, 3, 4].map((n) => mark(n)),
    { shape: 'sole', lengthCm: 25, breadthCm: 9.5 },
    2,
  );
  expect(svg.querySelectorAll('.print')).toHaveLength(1);
  expect(svg.querySelector('.print')!.getAttribute('transform')).toContain('translate(200 50) rotate(30)');
  expect([...svg.querySelectorAll('.stop')].map((s) => s.getAttribute('class'))).toEqual([
    'stop done',
    'stop next',
    'stop coming',
  ]);
});

it('mirrors a left hand, keeps true size, and never draws one too small to tell', () => {
  const scaleOf = (m: PrintMark, p: ContactPrint) =>
    show([m], p, 1)
      .querySelector('.print')!
      .getAttribute('transform')!
      .match(/scale\((\S+) (\S+)\)/)!
      .slice(1)
      .map(Number);
  const palm: ContactPrint = { shape: 'hand', lengthCm: 18, breadthCm: 9 };
  expect(scaleOf(mark(1), palm)).toEqual([0.9, 1.8]);
  cleanup();
  expect(scaleOf(mark(1, { left: true }), palm)).toEqual([-0.9, 1.8]);
  cleanup();
  // A fingertip of 1 cm would be 5 pixels here: it is drawn 11 wide.
  expect(scaleOf(mark(1), { shape: 'finger', lengthCm: 4, breadthCm: 1 })[0]).toBeCloseTo(0.22);
});

it('every shape is drawn about what presses, and opens its point by touch', () => {
  const opened: string[] = [];
  for (const shape of Object.keys(prints) as ContactPrint['shape'][]) {
    const svg = show([mark(1, { point: 'KI1', name: 'KI1' })], { shape, lengthCm: 18, breadthCm: 9 }, 1, (p) =>
      opened.push(p),
    );
    expect(svg.querySelector('.press')!.getAttribute('d')).toMatch(/^M/);
    svg.querySelector('.print')!.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    const [x, y] = prints[shape].at;
    expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThanOrEqual(50);
    cleanup();
  }
  expect(opened).toHaveLength(Object.keys(prints).length);
});
