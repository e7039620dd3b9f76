import type { Expansion, ExpandedStep, Vocabulary } from '../api/types';

/** A step of n presses of the same length, for tests. */
export function step(
  id: string,
  startSeconds: number,
  n: number,
  seconds: number,
  part: Partial<ExpandedStep> = {},
): ExpandedStep {
  const change = part.changeSeconds ?? 0;
  const rest = part.restSeconds ?? 0;
  return {
    id,
    name: id,
    block: 'legs',
    side: 'both',
    position: 'supine',
    stance: 'kneeling-at-feet',
    technique: 'palm-press',
    contact: 'palm',
    region: 'sole',
    level: 3,
    stations: n,
    startSeconds,
    seconds: change + n * seconds + rest,
    changeSeconds: change,
    restSeconds: rest,
    workSeconds: n * seconds + rest,
    presses: Array.from({ length: n }, (_, i) => ({
      station: i + 1,
      startSeconds: startSeconds + change + i * seconds,
      seconds,
      level: 3,
      sinkSeconds: seconds * 0.25,
      holdSeconds: seconds * 0.4,
      releaseSeconds: seconds * 0.25,
    })),
    ...part,
  } as ExpandedStep;
}

export function expansion(...steps: ExpandedStep[]): Expansion {
  const last = steps[steps.length - 1]!;
  return { totalSeconds: last.startSeconds + last.seconds, steps, totals: { presses: 0 } } as unknown as Expansion;
}

export const words = {
  techniques: [{ id: 'palm-press' }, { id: 'compression-hold', bead: 'hold' }],
  contacts: [{ id: 'palm', family: 'palm' }],
} as unknown as Vocabulary;
