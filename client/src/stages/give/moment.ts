import type { ExpandedStep, Expansion, GiveEvent, SessionView } from '../../api/types';

/** Where a session stands between two answers of the server: an anchor, and whether the clock runs from it. */
export interface Anchor {
  phase: SessionView['phase'];
  cursor: number;
  at: number;
  late: number;
}

export const anchorOf = (s: SessionView): Anchor => ({
  phase: s.phase,
  cursor: s.cursorSeconds,
  at: new Date(s.phase === 'running' && s.anchoredAt ? s.anchoredAt : s.now).getTime(),
  late: s.lateSeconds,
});

export function cursorAt(a: Anchor, now: number, total: number) {
  return Math.min(total, a.phase === 'running' ? a.cursor + Math.max(0, now - a.at) / 1000 : a.cursor);
}

export function stepAt(expansion: Expansion, cursor: number): ExpandedStep {
  const { steps } = expansion;
  let found = steps[0]!;
  for (const s of steps) {
    if (s.startSeconds > cursor + 1e-6) break;
    found = s;
  }
  return found;
}

/**
 * What the screen shows until the server has answered an event: the same moves the log makes, for the few kinds that
 * move the place. The server's fold stays the truth and replaces this with its answer.
 */
export function predict(anchor: Anchor, pending: readonly GiveEvent[], expansion: Expansion): Anchor {
  return pending.reduce((a, e) => {
    const at = new Date(e.at).getTime();
    const cursor = cursorAt(a, at, expansion.totalSeconds);
    const step = stepAt(expansion, cursor);
    const end = step.startSeconds + step.seconds;
    const here = { ...a, cursor, at };
    switch (e.kind) {
      case 'start':
        return a.phase === 'not-started' ? { ...a, phase: 'running' as const, cursor: 0, at } : a;
      case 'next': {
        const rest = end - step.restSeconds;
        return { ...here, cursor: step.restSeconds > 0 && cursor < rest ? rest : end };
      }
      case 'back':
        return {
          ...here,
          cursor:
            cursor - step.startSeconds > 4
              ? step.startSeconds
              : stepAt(expansion, Math.max(0, step.startSeconds - 0.05)).startSeconds,
        };
      case 'again':
        return { ...here, cursor: step.startSeconds };
      case 'pause':
        return a.phase === 'running' ? { ...here, phase: 'paused' as const } : a;
      case 'resume':
      case 'go-on':
        return { ...a, phase: 'running' as const, at };
      case 'finish':
        return { ...here, phase: 'finished' as const };
      default:
        return a;
    }
  }, anchor);
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
