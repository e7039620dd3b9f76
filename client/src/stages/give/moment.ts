import { known } from '../../api/named';
import type { Counting, ExpandedStep, Expansion, GiveEvent, LevelReach, SessionView } from '../../api/types';

/** Where a session stands between two answers of the server: an anchor, and whether the clock runs from it. */
export interface Anchor {
  phase: SessionView['phase'];
  cursor: number;
  /** When the cursor stood there, in milliseconds; null before the start. */
  at: number | null;
  startedAt: number | null;
  finishedAt: number | null;
  stoppedBy: string | null;
  /** While a place is held on for longer than planned: since when, in milliseconds. */
  stayingSince: number | null;
  levels: Record<string, number>;
  /** Of single places, by step and station. */
  places: Record<string, Record<string, number>>;
  /** Why it is paused, once somebody has said. */
  pausedWhy: string | null;
  /** Out-breaths that were tapped along with, in milliseconds, and the breaths a minute they come to. */
  taps: number[];
  perMinute: number | null;
  /** Seconds of the shortest and the longest breath there is. */
  breathSeconds: { least: number; most: number };
  /** When it must be over, in milliseconds. */
  outBy: number | null;
  /** Back goes to the step before within so many seconds of a step's begin. */
  backWithin: number;
}

const ms = (iso?: string | null) => (iso ? new Date(iso).getTime() : null);

export const anchorOf = (s: SessionView): Anchor => ({
  phase: s.phase,
  cursor: s.cursorSeconds,
  at: ms(s.anchoredAt),
  startedAt: ms(s.startedAt),
  finishedAt: ms(s.finishedAt),
  stoppedBy: s.stoppedBy ?? null,
  stayingSince: ms(s.stayingSince),
  levels: s.levels,
  places: s.placeLevels,
  pausedWhy: s.pauses.findLast((p) => !p.until)?.why ?? null,
  taps: s.breath?.taps.map((t) => new Date(t).getTime()) ?? [],
  perMinute: s.breath?.perMinute ?? null,
  breathSeconds: { least: 60 / s.fastestBreathsPerMinute, most: 60 / s.slowestBreathsPerMinute },
  outBy: ms(s.outBy),
  backWithin: s.backToPreviousSeconds,
});

export function cursorAt(a: Anchor, now: number, total: number) {
  const run = a.phase === 'running' && a.at !== null ? Math.max(0, now - a.at) / 1000 : 0;
  return Math.min(total, a.cursor + run);
}

/** Seconds behind the plan; ahead when negative. */
export const lateAt = (a: Anchor, now: number, total: number) =>
  a.startedAt === null ? 0 : ((a.finishedAt ?? now) - a.startedAt) / 1000 - cursorAt(a, now, total);

/** Seconds that what is still to come takes longer than there is time; less than none where time is over, null without an end. */
export const overAt = (a: Anchor, now: number, total: number) =>
  a.outBy === null ? null : total - cursorAt(a, now, total) - (a.outBy - now) / 1000;

export function stepAt(expansion: Expansion, cursor: number): ExpandedStep {
  const { steps } = expansion;
  let [low, high] = [0, steps.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (steps[middle]!.startSeconds <= cursor + 1e-9) low = middle;
    else high = middle - 1;
  }
  return steps[low]!;
}

/** What a response does, by its id. */
export type Effects = Record<string, string>;

export const effectsOf = (responses: { id: string; effect: string }[]): Effects =>
  Object.fromEntries(responses.map((r) => [r.id, r.effect]));

/**
 * What the screen shows until the server has answered: the same moves the log makes, in every phase. The server's fold stays the truth
 * and replaces this with its answer; both are held together by tests/vectors/session.json, which the fold writes.
 */
export const predict = (anchor: Anchor, pending: readonly GiveEvent[], expansion: Expansion, effects: Effects) =>
  pending.reduce((a, e) => {
    const next = apply(a, e, expansion, effects);
    return next.phase === 'paused' ? next : { ...next, pausedWhy: null };
  }, anchor);

function apply(a: Anchor, e: GiveEvent, expansion: Expansion, effects: Effects): Anchor {
  const at = Math.max(new Date(e.at).getTime(), a.at ?? -Infinity);
  const cursor = cursorAt(a, at, expansion.totalSeconds);
  const stays = a.stayingSince !== null;
  const moved = { ...a, cursor, at };
  // Who held on and then moves on is at work again.
  const on = stays ? { ...moved, phase: 'running' as const, stayingSince: null } : moved;
  const underway = a.phase === 'running' || a.phase === 'paused';
  switch (e.kind) {
    case 'start':
      return a.phase === 'not-started' ? { ...a, phase: 'running', at, startedAt: at } : a;
    case 'next':
      return underway ? { ...on, cursor: next(expansion, cursor) } : a;
    case 'back':
      return underway ? { ...on, cursor: back(expansion, cursor, a.backWithin) } : a;
    case 'again':
      return underway ? { ...on, cursor: again(expansion, cursor, e.detail?.reach) } : a;
    case 'stay':
      return a.phase === 'running' ? { ...moved, phase: 'paused', stayingSince: at } : a;
    case 'deeper':
      return underway ? levelled(a, e, 1, at, expansion) : a;
    case 'lighter':
      return underway ? levelled(a, e, -1, at, expansion) : a;
    case 'pause':
      if (a.phase === 'running') return { ...moved, phase: 'paused', pausedWhy: e.text ?? null };
      if (stays) return { ...a, stayingSince: null, pausedWhy: e.text ?? null };
      return a.phase === 'paused' ? { ...a, pausedWhy: e.text ?? a.pausedWhy } : a;
    case 'breath':
      return breathed(a, at, expansion);
    case 'out-by':
      return a.phase === 'finished' ? a : { ...a, outBy: ms(e.detail?.until) };
    case 'happened':
      return underway ? { ...moved, phase: 'stopped', stoppedBy: e.response!, stayingSince: null } : a;
    case 'resume':
      return a.phase === 'paused' ? { ...a, phase: 'running', at, stayingSince: null } : a;
    case 'go-on':
      return a.phase === 'stopped' ? { ...a, phase: 'running', at, stoppedBy: null } : a;
    case 'finish':
      return underway || a.phase === 'stopped'
        ? { ...moved, phase: 'finished', finishedAt: at, stayingSince: null }
        : a;
    case 'response':
      return underway || a.phase === 'stopped' ? respond(a, e, at, expansion, effects) : a;
    default:
      return a;
  }
}

/** A hold is let go into its no-touch rest; anything else moves to the next step. */
function next(expansion: Expansion, cursor: number) {
  const step = stepAt(expansion, cursor);
  const end = step.startSeconds + step.seconds;
  const rest = end - step.restSeconds;
  return step.restSeconds > 0 && cursor < rest - 1e-9 ? rest : end;
}

/** The step again, or the place of it that is under way. */
function again(expansion: Expansion, cursor: number, reach?: LevelReach | null) {
  const step = stepAt(expansion, cursor);
  const press = reach === 'place' ? step.presses.findLast((p) => p.startSeconds <= cursor) : undefined;
  return press?.startSeconds ?? step.startSeconds;
}

function back(expansion: Expansion, cursor: number, within: number) {
  const step = stepAt(expansion, cursor);
  return cursor - step.startSeconds > within
    ? step.startSeconds
    : stepAt(expansion, Math.max(0, step.startSeconds - 0.05)).startSeconds;
}

function respond(a: Anchor, e: GiveEvent, at: number, expansion: Expansion, effects: Effects): Anchor {
  const cursor = cursorAt(a, at, expansion.totalSeconds);
  const effect = effects[e.response ?? ''];
  if (effect === 'stop') return { ...a, cursor, at, phase: 'stopped', stoppedBy: e.response!, stayingSince: null };
  if (effect !== 'lower') return a;
  return changed(a, -1, 'rest', null, known(expansion.steps, e.step) ?? stepAt(expansion, cursor), expansion);
}

const levelled = (a: Anchor, e: GiveEvent, by: number, at: number, expansion: Expansion) =>
  changed(
    a,
    by,
    e.detail?.reach ?? 'step',
    e.detail?.station ?? null,
    known(expansion.steps, e.step) ?? stepAt(expansion, cursorAt(a, at, expansion.totalSeconds)),
    expansion,
  );

/** The level in force at a place of a step. */
export const levelAt = (a: Pick<Anchor, 'levels' | 'places'>, step: ExpandedStep, station?: number | null) =>
  (station != null ? a.places[step.id]?.[station] : undefined) ?? a.levels[step.id] ?? step.level;

const to = (by: number, level: number, step: ExpandedStep) =>
  by < 0 ? Math.max(1, level - 1) : Math.max(level, Math.min(level + 1, step.deepest ?? level));

/** The steps that a change of level reaches, from this one on. */
export const reached = (expansion: Expansion, at: ExpandedStep, reach: LevelReach) =>
  expansion.steps
    .slice(expansion.steps.indexOf(at))
    .filter(
      (s) =>
        s.id === at.id ||
        (reach === 'both-sides' && s.sameAs != null && s.sameAs === at.sameAs) ||
        (reach === 'rest' && s.contact === at.contact && s.region === at.region),
    );

function changed(
  a: Anchor,
  by: number,
  reach: LevelReach,
  station: number | null,
  at: ExpandedStep,
  expansion: Expansion,
): Anchor {
  if (reach === 'place' && station !== null) {
    const places = { ...a.places[at.id], [station]: to(by, levelAt(a, at, station), at) };
    return { ...a, places: { ...a.places, [at.id]: places } };
  }
  const steps = reached(expansion, at, reach);
  const levels = steps.map((s) => [s.id, to(by, levelAt(a, s), s)] as const);
  const places = steps
    .filter((s) => a.places[s.id])
    .map((s) => [
      s.id,
      Object.fromEntries(Object.entries(a.places[s.id]!).map(([place, level]) => [place, to(by, level, s)])),
    ]);
  return {
    ...a,
    levels: { ...a.levels, ...Object.fromEntries(levels) },
    places: { ...a.places, ...(Object.fromEntries(places) as Anchor['places']) },
  };
}

/** So many taps tell how fast. */
const TAPS_FOR_RATE = 3;

function breathed(a: Anchor, at: number, expansion: Expansion): Anchor {
  const gap = (at - (a.taps.at(-1) ?? -Infinity)) / 1000;
  const goes = gap >= a.breathSeconds.least && gap <= a.breathSeconds.most;
  const taps = goes ? [...a.taps, at].slice(-TAPS_FOR_RATE) : [at];
  const perMinute =
    taps.length < TAPS_FOR_RATE
      ? a.perMinute
      : Math.round(((taps.length - 1) * 600_000) / (taps.at(-1)! - taps[0]!)) / 10;
  if (a.phase !== 'running') return { ...a, taps, perMinute };
  const cursor = cursorAt(a, at, expansion.totalSeconds);
  return { ...a, at, taps, perMinute, cursor: onTheBreath(stepAt(expansion, cursor), cursor) };
}

/** What is pressed with the breath begins, or deepens, on an out-breath: the plan waits or comes forward by up to half of one. */
function onTheBreath(step: ExpandedStep, cursor: number) {
  for (const p of step.presses) {
    const into = cursor - p.startSeconds;
    if (!p.breaths || into < 0 || into >= p.seconds) continue;
    const one = p.seconds / p.breaths;
    return Math.round((p.startSeconds + Math.round(into / one) * one) * 1000) / 1000;
  }
  return cursor;
}

/** Which one of what is counted a press belongs to, from 1, and whether it goes the other way round. */
export function countedAt(c: Counting, press: number) {
  const n = ((press <= c.first ? 0 : 1 + Math.floor((press - c.first - 1) / c.per)) % c.of) + 1;
  return { n, otherWay: c.otherWayAfter != null && Math.floor((n - 1) / c.otherWayAfter) % 2 === 1 };
}

export type HandPhase = 'change' | 'sink' | 'stay' | 'release' | 'travel' | 'rest' | 'done';

export interface Moment {
  step: ExpandedStep;
  index: number;
  /** 1-based press now, and how many there are. */
  press: number;
  presses: number;
  place: string | null;
  phase: HandPhase;
  /** Seconds left of what is counted down: the change, the stay of a hold, the rest. */
  left: number;
  /** Seconds into the present press. */
  into: number;
}

/** Reads off what the hands do at a place in the plan. Times come from the expansion; nothing is worked out anew. */
export function momentAt(expansion: Expansion, cursor: number): Moment {
  const step = stepAt(expansion, cursor);
  const base = { step, index: expansion.steps.indexOf(step), presses: step.presses.length };
  const first = step.presses[0];
  const end = step.startSeconds + step.seconds;
  if (cursor >= expansion.totalSeconds - 1e-6)
    return { ...base, press: base.presses, place: null, phase: 'done', left: 0, into: 0 };
  if (!first || cursor < first.startSeconds)
    return { ...base, press: 0, place: null, phase: 'change', left: (first?.startSeconds ?? end) - cursor, into: 0 };
  let i = 0;
  while (i + 1 < step.presses.length && step.presses[i + 1]!.startSeconds <= cursor) i++;
  const p = step.presses[i]!;
  const into = cursor - p.startSeconds;
  if (into >= p.seconds - 1e-6 && i === step.presses.length - 1)
    return { ...base, press: i + 1, place: p.place ?? null, phase: 'rest', left: end - cursor, into };
  const stay = p.sinkSeconds + p.holdSeconds;
  const phase =
    into < p.sinkSeconds ? 'sink' : into < stay ? 'stay' : into < stay + p.releaseSeconds ? 'release' : 'travel';
  return { ...base, press: i + 1, place: p.place ?? null, phase, left: Math.max(0, stay - into), into };
}
