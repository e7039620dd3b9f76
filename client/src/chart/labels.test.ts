import { describe, expect, it } from 'vitest';
import { layLabels, type Placed, type Wanted } from './labels';

const size = 10;
const box = (l: Placed) => {
  const long = l.text.length * size * 0.56;
  const x0 = l.anchor === 'start' ? l.tx : l.tx - long;
  return { x0, x1: x0 + long, y0: l.ty - size * 0.84, y1: l.ty + size * 0.2 };
};
const overlap = (a: Placed, b: Placed) => {
  const [p, q] = [box(a), box(b)];
  return p.x0 < q.x1 && p.x1 > q.x0 && p.y0 < q.y1 && p.y1 > q.y0;
};
const scattered = (n: number): Wanted[] =>
  Array.from({ length: n }, (_, i) => ({
    id: `p${i}`,
    text: `ST${i}`,
    x: 40 + ((i * 97) % 320),
    y: 40 + ((i * 61) % 520),
  }));

describe('labels', () => {
  it('never lie on each other, however many there are', () => {
    const placed = layLabels(scattered(90), size, 400);
    expect(placed.length).toBeGreaterThan(30);
    for (const [i, a] of placed.entries()) for (const b of placed.slice(i + 1)) expect(overlap(a, b)).toBe(false);
  });
  it('keep one that must be shown, even in a crowd', () => {
    const crowd = Array.from({ length: 12 }, (_, i) => ({ id: `c${i}`, text: 'CV12', x: 200, y: 200 + i }));
    const placed = layLabels([...crowd, { id: 'me', text: 'CV8', x: 201, y: 205, must: true }], size, 400);
    expect(placed.map((l) => l.id)).toContain('me');
  });
  it('stand outward of their spot where there is room', () => {
    const [left, right] = layLabels(
      [
        { id: 'a', text: 'GB31', x: 60, y: 50 },
        { id: 'b', text: 'GB32', x: 340, y: 50 },
      ],
      size,
      400,
    );
    expect([left!.anchor, right!.anchor]).toEqual(['end', 'start']);
  });
});
