import { useQueryClient } from '@tanstack/react-query';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { NotedEvent, VisitView } from '../../api/types';

/** Adds to the log of a session that is over: what was found, more about it, how they were afterwards. */
export function useNoting(visit: VisitView) {
  const cache = useQueryClient();
  return async (event: Omit<NotedEvent, 'id' | 'at' | 'counter'>) => {
    await ask(
      http.POST('/api/visits/{visitId}/give/events', {
        params: { path: { visitId: visit.id } },
        body: { events: [{ id: crypto.randomUUID(), at: new Date().toISOString(), counter: 0, ...event }] },
      }),
    );
    await cache.invalidateQueries({ queryKey: keptAs.visit(visit.id) });
  };
}
