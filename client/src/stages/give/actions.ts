import type { GiveEventKind, LevelReach, Vocabulary } from '../../api/types';
import { known } from '../../api/named';
import type { TellMore } from './happened/FirstSteps';
import { decidedOf, type StepAnswer } from './Decide';
import { levelAt, type Moment } from './moment';
import type { GivingNow } from './useGiving';

/** What can be told of a running session, each as one event at the moment on the screen. */
export function actionsOf(now: GivingNow, words: Vocabulary, moment: Moment) {
  const { record, anchor } = now;
  const place = (at: Moment) => at.step.presses[at.press - 1]?.station;
  const level = (by: 'deeper' | 'lighter', reach: LevelReach, at = moment) =>
    record(by, { step: at.step.id, detail: { station: place(at), reach } });
  return {
    level,
    respond: (response: string, at = moment) => {
      record('response', {
        response,
        step: at.step.id,
        detail: { station: place(at), place: at.place, side: at.step.side },
      });
      // Who asks for more gets it on both sides, as far as is let here.
      const more = known(words.responses, response)?.effect === 'raise';
      if (more && levelAt(anchor, at.step) < (at.step.deepest ?? 0)) level('deeper', 'both-sides', at);
    },
    decide: ({ when, goes }: StepAnswer, leaveOut: (why: string) => void, at = moment) => {
      record('response', {
        response: decidedOf(words),
        text: when,
        step: at.step.id,
        detail: { station: place(at), place: at.place, side: at.step.side },
      });
      if (goes === 'on') record('next');
      else if (goes === 'stay' || goes === 'again') record(goes);
      else if (goes === 'lighter' || goes === 'deeper') level(goes, 'step', at);
      else if (goes === 'leave-out') leaveOut(when);
    },
    add: (of: string, part: { text?: string; strength?: number }) =>
      record('annotate', { text: part.text, detail: { of, strength: part.strength } }),
    placeAgain: () => record('again', { detail: { reach: 'place' } }),
    pauseWhy: (text: string) => record('pause', { text }),
    breath: () => record('breath'),
    outBy: (until: string | null) => record('out-by', { detail: { until: until ?? undefined } }),
    happened: (what: string) => record('happened', { response: what, step: moment.step.id }),
    happenedMore: ((of, { text, done, told }) =>
      record('happened-more' satisfies GiveEventKind, { text, detail: { of, done, told } })) as TellMore,
  };
}
