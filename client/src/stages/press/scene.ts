import type { PressureFrame, PressureView } from '../../api/types';
import { kilos } from '../../parts/kilos';

/** How long a newton is drawn, in millimetres of the scene. */
export const newtonsToMm = 0.55;

/** A force in kilograms-force, short. */
export const kilograms = (newtons: number) => `${Math.round(kilos(newtons))} kg`;

/** Pieces that belong together, by their places in the order: each limb, and the body. */
export const groups = (order: string[]) => {
  const found: number[][] = [];
  order.forEach((name, i) => {
    const starts = name === 'body' || name === 'hand' || name === 'foot' || order[i - 1] === 'body';
    if (starts || found.length === 0) found.push([]);
    found.at(-1)!.push(i);
  });
  return found;
};

const around = 200;
const below = 170;

/** What has to fit into the picture: the practitioner at every setting, and as much of the client as fills the box. */
export function extents(view: PressureView, aspect: number) {
  const frames = [view.now!, ...view.sliders.flatMap((s) => s.frames)].filter((f) => f.feasible);
  const all = frames.length > 0 ? frames : [view.now!];
  const { order, puppet } = view.scene!;
  const body = order.indexOf('body') * 3;
  const crown = puppet.find((p) => p.name === 'body')!.top;
  const xs: number[] = [-150, 150];
  const ys: number[] = [];
  all.forEach((f: PressureFrame) => {
    order.forEach((_, i) => {
      xs.push(f.pieces[i * 3]!);
      ys.push(f.pieces[i * 3 + 1]! + 90);
    });
    // The head stands above the hips' joint, turned with the back.
    const turned = (f.pieces[body + 2]! * Math.PI) / 180;
    xs.push(f.pieces[body]! + crown * Math.sin(turned));
    ys.push(f.pieces[body + 1]! + crown * Math.max(0.3, Math.cos(turned)));
  });
  const [top, bottom] = [-Math.max(...ys) - 40, below];
  const [left, right] = [Math.min(...xs) - around, Math.max(...xs) + around];
  const short = Math.max(0, (bottom - top) * aspect - (right - left));
  const tall = Math.max(0, (right - left) / aspect - (bottom - top));
  return { left: left - short / 2, right: right + short / 2, top: top - tall, bottom };
}

export type ShownForce = PressureFrame['forces'][number];

/** Where an arrow runs: it ends where the force acts; the weight hangs from the centre of mass. */
export const arrow = (force: ShownForce, unit: number) => {
  const weight = force.support === 'weight';
  const size = Math.hypot(force.up, force.forward);
  const long = Math.max(size * newtonsToMm, 26 * unit);
  const [dx, dy] = [(force.forward / size) * long, (-force.up / size) * long];
  const [fromX, fromY] = weight ? [force.x, -force.y] : [force.x - dx, -force.y - dy];
  return { weight, size, dx, dy, fromX, fromY };
};

export interface LabelPlace {
  x: number;
  y: number;
  end: boolean;
}

/** Words beside the arrows: those behind the contact end there, and none lies on another. */
export const labelPlaces = (forces: ShownForce[], unit: number, box: { right: number; bottom: number }) => {
  const placed: LabelPlace[] = [];
  forces.forEach((force) => {
    const a = arrow(force, unit);
    const end =
      a.fromX + 92 * unit > box.right || force.x < -60 || force.support === 'left-hand' || force.support === 'heel';
    const x = a.fromX + (end ? -8 : 8) * unit;
    const lowest = box.bottom - 5 * unit;
    let y = Math.min(lowest, a.weight ? a.fromY + a.dy * 0.6 : a.fromY + (a.dy < 0 ? 2 : -4) * unit);
    const step = y === lowest ? -13 * unit : 13 * unit;
    while (placed.some((p) => p.end === end && Math.abs(p.x - x) < 90 * unit && Math.abs(p.y - y) < 13 * unit)) {
      y += step;
    }
    placed.push({ x, y, end });
  });
  return placed;
};
