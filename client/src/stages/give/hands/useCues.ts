import { useEffect, useRef } from 'react';
import { useTranslation } from 'react-i18next';
import { known } from '../../../api/named';
import type { VisitView } from '../../../api/types';
import { plain } from '../../../parts/Guide';
import type { Moment } from '../moment';
import { cueBetween, sayingOf } from './cues';
import { useHands } from './hands';
import { hush, play, say } from './sounds';

/** Tones and spoken cues as the session goes on, where they are wanted. */
export function useCues(visit: VisitView, moment: Moment, running: boolean) {
  const { t } = useTranslation();
  const set = useHands();
  const before = useRef<Moment | null>(null);
  useEffect(() => {
    const was = before.current;
    before.current = running ? moment : null;
    if (!running) return hush();
    const cue = was && cueBetween(was, moment);
    if (cue && set.tones) play(cue, set);
    const planned = known(visit.plan.steps, moment.step.id);
    if (set.speech && planned && moment.phase !== 'done' && was?.index !== moment.index)
      say(
        sayingOf(moment.step, planned, {
          side: (s) => t(`side.${s}`),
          plain,
          time: (s) =>
            s < 60 ? t('hands.seconds', { s }) : t('hands.minutes', { count: Math.floor(s / 60), s: s % 60 }),
        }),
        set,
      );
  });
  useEffect(() => hush, []);
}
