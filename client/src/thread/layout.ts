import { known } from '../api/named';
import type { Expansion, ExpandedStep, Vocabulary } from '../api/types';

/** How a bead looks: by contact family, unless the technique says stretch or hold. */
export type Shape = 'palm' | 'thumb' | 'foot' | 'fist' | 'forearm' | 'knee' | 'seat' | 'stretch' | 'hold';

export interface Bead {
  x: number;
  y: number;
  r: number;
  /** Half length of a capsule or lens along the strand. */
  half: number;
}

/** A step on the thread: its beads, or a ridge when they would merge. */
export interface Run {
  step: ExpandedStep;
  x0: number;
  x1: number;
  y: number;
  shape: Shape;
  beads: Bead[];
  ridge: { x0: number; x1: number; r: number; pitch: number; count: number } | null;
  knot: number | null;
  rest: [number, number] | null;
}

/** Whether the client turns or gets up before a step. */
export const turns = (step: ExpandedStep) => step.change === 'position' || step.change === 'surface';

export interface Layout {
  width: number;
  runs: Run[];
  strands: string[];
  labels: { x: number; text: string }[];
  minutes: { x: number; text: string }[];
  xOf: (seconds: number) => number;
}

export const MIDDLE = 66;
const APART = 21;
/** Closer than this, beads would merge and become a ridge. */
const CLOSEST = 4.6;
const radius = (level: number) => 1.9 + level * 0.95;

export function shapeOf(step: { technique: string; contact: string }, words: Vocabulary): Shape {
  const bead = known(words.techniques, step.technique)?.bead;
  if (bead === 'stretch' || bead === 'hold') return bead;
  return (known(words.contacts, step.contact)?.family ?? 'palm') as Shape;
}

const heightOf = (side: ExpandedStep['side']) =>
  side === 'left' ? MIDDLE - APART : side === 'right' ? MIDDLE + APART : MIDDLE;

/** Lays a plan out along time. `width` is the room it has at zoom 1. */
export function layOut(
  expansion: Expansion,
  words: Vocabulary,
  width: number,
  zoom: number,
  blockName: (step: ExpandedStep) => string,
  /** Seconds the width stands for, to lay two plans on one scale. */
  scale?: number,
): Layout {
  const total = Math.max(1, scale ?? expansion.totalSeconds);
  const full = width * zoom;
  const xOf = (s: number) => (s / total) * full;
  const runs = expansion.steps.map((step) => runOf(step, words, xOf));
  return {
    width: full,
    runs,
    strands: strandsOf(expansion.steps, xOf, full),
    labels: labelsOf(expansion.steps, xOf, full, blockName),
    minutes: minutesOf(total, full, xOf),
    xOf,
  };
}

function runOf(step: ExpandedStep, words: Vocabulary, xOf: (s: number) => number): Run {
  const shape = shapeOf(step, words);
  const y = heightOf(step.side);
  const end = step.startSeconds + step.seconds;
  const first = step.presses[0];
  const last = step.presses[step.presses.length - 1];
  const run: Run = {
    step,
    shape,
    y,
    x0: xOf(step.startSeconds),
    x1: xOf(end),
    beads: [],
    ridge: null,
    knot: step.change ? xOf(step.startSeconds + step.changeSeconds / 2) : null,
    rest: step.restSeconds > 0 ? [xOf(end - step.restSeconds), xOf(end)] : null,
  };
  if (!first || !last) return run;
  const span = xOf(last.startSeconds + last.seconds) - xOf(first.startSeconds);
  const pitch = span / step.presses.length;
  if (pitch < CLOSEST && step.presses.length > 1) {
    run.ridge = {
      x0: xOf(first.startSeconds),
      x1: xOf(last.startSeconds + last.seconds),
      r: radius(step.level),
      pitch,
      count: step.presses.length,
    };
    return run;
  }
  run.beads = step.presses.map((p) => {
    const half = xOf(p.seconds) / 2;
    const r = Math.min(radius(p.level), Math.max(1.4, half - 0.5));
    return {
      x: xOf(p.startSeconds) + half,
      y,
      r,
      half: shape === 'hold' || shape === 'stretch' ? Math.max(r, half - 1) : r,
    };
  });
  return run;
}

/** One strand while both sides are worked together, two while they are worked apart. */
function strandsOf(steps: ExpandedStep[], xOf: (s: number) => number, full: number): string[] {
  const apart = (s: ExpandedStep) => s.side === 'left' || s.side === 'right';
  const first = steps.findIndex(apart);
  if (first < 0) return [`M0 ${MIDDLE}H${full}`];
  const last = steps.length - 1 - [...steps].reverse().findIndex(apart);
  const a = xOf(steps[first]!.startSeconds);
  const b = xOf(steps[last]!.startSeconds + steps[last]!.seconds);
  const bend = Math.min(14, (b - a) / 4);
  const side = (dy: number) =>
    `M${a} ${MIDDLE}c${bend / 2} 0 ${bend / 4} ${dy} ${bend} ${dy}H${b - bend}c${bend * 0.75} 0 ${bend / 2} ${-dy} ${bend} ${-dy}`;
  return [`M0 ${MIDDLE}H${a}`, side(-APART), side(APART), `M${b} ${MIDDLE}H${full}`];
}

function labelsOf(
  steps: ExpandedStep[],
  xOf: (s: number) => number,
  full: number,
  name: (step: ExpandedStep) => string,
) {
  const labels: { x: number; text: string }[] = [];
  let before = '';
  for (const step of steps) {
    const text = name(step);
    const x = Math.min(xOf(step.startSeconds) + 2, full - text.length * 7);
    const previous = labels[labels.length - 1];
    if (text !== before && (!previous || x - previous.x > Math.max(64, previous.text.length * 6.4 + 10)))
      labels.push({ x, text });
    before = text;
  }
  return labels;
}

function minutesOf(total: number, full: number, xOf: (s: number) => number) {
  const step = [1, 2, 5, 10, 20].find((m) => (full / (total / 60)) * m > 46) ?? 30;
  const ticks: { x: number; text: string }[] = [];
  for (let m = 0; m * 60 <= total && xOf(m * 60) < full - 8; m += step) ticks.push({ x: xOf(m * 60), text: String(m) });
  return ticks;
}
