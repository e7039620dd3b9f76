import type { FigureView, RestShape } from '../api/types';

/** A piece of the drawing's plane, in millimetres from the figure's upper left corner. */
export interface Page {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Beyond this share of the figure on a side, what carries it may be cut off: the body is to stay large. */
const most = 0.08;

const numbers = (path: string) => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

/** The figure with what it rests on. */
export function pageOf(figure: Pick<FigureView, 'width' | 'height'>, rests: Pick<RestShape, 'outline'>[]): Page {
  const all = rests.flatMap((r) => numbers(r.outline));
  const reach = (values: number[], size: number) => {
    const from = Math.max(Math.min(0, ...values), -most * size);
    const to = Math.min(Math.max(size, ...values), size * (1 + most));
    return [from, to - from] as const;
  };
  const [x, width] = reach(
    all.filter((_, i) => i % 2 === 0),
    figure.width,
  );
  const [y, height] = reach(
    all.filter((_, i) => i % 2 === 1),
    figure.height,
  );
  return { x, y, width, height };
}
