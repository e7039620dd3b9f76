import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { ChangeQueue } from './changeQueue';
import { ask, http, Problem } from './http';
import type { VisitView, Vocabulary } from './types';
import { signInNeeded } from '../shell/door';

/** All changes of this window go through one queue. */
export const changes = new ChangeQueue();

export const useSaveState = () => useSyncExternalStore(changes.subscribe, changes.snapshot);

const key = (visitId: string) => ['visit', visitId];

export function useVisit(visitId: string) {
  const cache = useQueryClient();
  return useQuery({
    queryKey: key(visitId),
    queryFn: async () => {
      const read = await ask(http.GET('/api/visits/{visitId}', { params: { path: { visitId } } }));
      return newer(cache.getQueryData<VisitView>(key(visitId)), read);
    },
    staleTime: 30_000,
  });
}

/** A look that set out before a change came back must not put the older visit on screen. */
export const newer = (have: VisitView | undefined, read: VisitView) =>
  have && have.version > read.version ? have : read;

export function useVocabulary() {
  return useQuery<Vocabulary>({
    queryKey: ['vocabulary'],
    queryFn: () => ask(http.GET('/api/vocabulary')),
    staleTime: Infinity,
  });
}

/** Makes a change on the latest known version; what comes back is shown at once. */
export function useChange(visitId: string) {
  const cache = useQueryClient();
  return (call: (version: number, path: { path: { visitId: string } }) => Promise<VisitView>) =>
    changes.add(async () => {
      const latest = cache.getQueryData<VisitView>(key(visitId));
      try {
        cache.setQueryData(key(visitId), await call(latest?.version ?? 0, { path: { visitId } }));
      } catch (e) {
        if (e instanceof Problem && e.code === 'signed-out') signInNeeded();
        throw e;
      }
    });
}

/** Looks at what the other window made of it. */
export function useRefresh(visitId: string) {
  const cache = useQueryClient();
  return () => cache.refetchQueries({ queryKey: key(visitId) });
}
