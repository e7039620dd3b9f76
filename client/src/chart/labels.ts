/** A label wanting a place beside its spot. Lengths in the chart's own units. */
export interface Wanted {
  id: string;
  text: string;
  x: number;
  y: number;
  /** Shown even where it overlaps. */
  must?: boolean;
}

export interface Placed extends Wanted {
  tx: number;
  ty: number;
  anchor: 'start' | 'end';
}

/**
 * Finds a free place for each label, right or left of its spot and then a little up or down; what finds none is left
 * out, so that labels never lie on each other. Those that must be shown are placed first.
 */
export function layLabels(wanted: Wanted[], size: number, width: number): Placed[] {
  const taken: { x0: number; x1: number; y0: number; y1: number }[] = [];
  const placed: Placed[] = [];
  const gap = size * 0.8;
  const spots = wanted.map((w) => ({ x0: w.x - size / 3, x1: w.x + size / 3, y0: w.y - size / 3, y1: w.y + size / 3 }));
  for (const w of [...wanted].sort((a, b) => Number(b.must ?? false) - Number(a.must ?? false))) {
    const long = w.text.length * size * 0.56;
    const outward = w.x >= width / 2;
    let done = false;
    for (const dy of [0, -0.9, 0.9, -1.8, 1.8]) {
      for (const right of [outward, !outward]) {
        const x0 = right ? w.x + gap : w.x - gap - long;
        const box = { x0, x1: x0 + long, y0: w.y + (dy - 0.55) * size, y1: w.y + (dy + 0.55) * size };
        const hits = (b: typeof box) => b.x0 < box.x1 && b.x1 > box.x0 && b.y0 < box.y1 && b.y1 > box.y0;
        const inside = box.x0 >= -long * 0.1 && box.x1 <= width + long * 0.1;
        if (done || !inside || taken.some(hits) || spots.some((s, i) => wanted[i] !== w && hits(s))) continue;
        taken.push(box);
        placed.push({
          ...w,
          tx: right ? box.x0 : box.x1,
          ty: w.y + dy * size + size * 0.34,
          anchor: right ? 'start' : 'end',
        });
        done = true;
      }
    }
    if (!done && w.must)
      placed.push({
        ...w,
        tx: w.x + (outward ? gap : -gap),
        ty: w.y + size * 0.34,
        anchor: outward ? 'start' : 'end',
      });
  }
  return placed;
}
