import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { problemOf } from '../../api/http';
import { keptAs } from '../../api/kept';
import { watchVisit } from '../../api/news';
import type { VisitView, Vocabulary } from '../../api/types';
import { signInNeeded } from '../../shell/signedIn';
import { Giving } from './giving';
import { anchorOf, effectsOf, predict } from './moment';

/** Ties the running session to the screen: the log is sent, and other devices are followed as they go on. */
export function useGiving(visit: VisitView, words: Vocabulary) {
  const cache = useQueryClient();
  const [giving] = useState(() => new Giving(visit));
  const changed = useSyncExternalStore(giving.subscribe, giving.snapshot);
  useEffect(() => {
    const look = () => {
      giving.look().catch((e) => problemOf(e).signedOut && signInNeeded());
    };
    look();
    giving.start();
    // Either way the session moved on: a changed plan is a seam in it.
    const unwatch = watchVisit(visit.id, look);
    window.addEventListener('lantern-signed-in', look);
    window.addEventListener('online', look);
    return () => {
      unwatch();
      giving.stop();
      window.removeEventListener('lantern-signed-in', look);
      window.removeEventListener('online', look);
      // The next stage must see what has just been noted here.
      void giving.log.flush().then(() => cache.invalidateQueries({ queryKey: keptAs.visit(visit.id) }));
    };
  }, [giving, visit.id, cache]);
  const { state } = giving.log;
  useEffect(() => {
    if (state === 'signed-out') signInNeeded();
  }, [state]);
  const { phase, basis } = giving.view.session;
  useEffect(() => {
    // The lamps tell what has begun or ended, and a changed plan is another plan.
    if (phase !== visit.session.phase || basis !== visit.session.basis)
      void cache.invalidateQueries({ queryKey: keptAs.visit(visit.id) });
  }, [phase, basis, visit.session.phase, visit.session.basis, visit.id, cache]);
  const effects = useMemo(() => effectsOf(words.responses), [words.responses]);
  const { view } = giving;
  const pending = giving.log.pending;
  const anchor = useMemo(
    () => predict(anchorOf(view.session), giving.log.pending, visit.expansion, effects),
    // Counts up with every event and answer.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [changed, view, visit.expansion, effects],
  );
  return { giving, view, log: giving.log, pending: pending.length, anchor, record: giving.record };
}

export type GivingNow = ReturnType<typeof useGiving>;

/** One value of the moment. What it is chosen from may move with every tick; only a change of the value draws anew. */
export function useTick<T extends string | number | boolean>(giving: Giving, choose: (nowMs: number) => T): T {
  return useSyncExternalStore(giving.onTick, () => choose(giving.tickMs));
}
