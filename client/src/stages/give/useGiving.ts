import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Problem } from '../../api/http';
import type { VisitView } from '../../api/types';
import { changes } from '../../api/useVisit';
import { signInNeeded } from '../../shell/door';
import { Giving } from './giving';
import { anchorOf, predict } from './moment';

const LOOK_MS = 8000;
const TICK_MS = 100;

/** Ties the running session to the screen: the clock ticks, the log is sent, other devices are looked after. */
export function useGiving(visit: VisitView) {
  const cache = useQueryClient();
  const [giving] = useState(() => new Giving(visit));
  const [nowMs, setNow] = useState(() => giving.now().getTime());
  useSyncExternalStore(giving.subscribe, giving.snapshot);
  useEffect(() => {
    const look = () => {
      giving.look().catch((e) => e instanceof Problem && e.code === 'signed-out' && signInNeeded());
      window.dispatchEvent(new Event('lantern-giving'));
    };
    look();
    const looking = setInterval(look, LOOK_MS);
    const ticking = setInterval(() => setNow(giving.now().getTime()), TICK_MS);
    window.addEventListener('lantern-signed-in', look);
    return () => {
      clearInterval(looking);
      clearInterval(ticking);
      window.removeEventListener('lantern-signed-in', look);
      // The next stage must see what has just been noted here, and its first change must be made on that.
      changes.add(async () => {
        await giving.log.flush();
        await cache.invalidateQueries({ queryKey: ['visit', visit.id] });
      });
    };
  }, [giving, visit.id, cache]);
  const { state } = giving.log;
  useEffect(() => {
    if (state === 'signed-out') signInNeeded();
  }, [state]);
  const { phase } = giving.view.session;
  useEffect(() => {
    // The lamps tell what has begun or ended.
    if (phase !== visit.session.phase) void cache.invalidateQueries({ queryKey: ['visit', visit.id] });
  }, [phase, visit.session.phase, visit.id, cache]);
  return {
    view: giving.view,
    state,
    pending: giving.log.pending.length,
    nowMs,
    anchor: predict(anchorOf(giving.view.session), giving.log.pending, visit.expansion),
    record: giving.record,
  };
}
