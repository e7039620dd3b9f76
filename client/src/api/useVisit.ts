import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { Changes, type AnswerOf, type BodyOf, type Tail } from './changes';
import { client, me } from './client';
import { ask, http } from './http';
import { keptAs } from './kept';
import { watchVisit } from './news';
import type { VisitView, Vocabulary } from './types';

/** All changes of this page go through here. */
export const changes = new Changes(client, me, sessionStorage);

export const useSaveState = () => useSyncExternalStore(changes.subscribe, changes.snapshot);

/** A visit, looked at again whenever another page changed it. */
export function useVisit(visitId: string) {
  const cache = useQueryClient();
  useEffect(
    () =>
      watchVisit(visitId, (what) => {
        if (what === 'changed') void cache.invalidateQueries({ queryKey: keptAs.visit(visitId) });
      }),
    [visitId, cache],
  );
  return useQuery({
    queryKey: keptAs.visit(visitId),
    queryFn: async () => {
      const read = await ask(http.GET('/api/visits/{visitId}', { params: { path: { visitId } } }));
      return newer(cache.getQueryData<VisitView>(keptAs.visit(visitId)), read);
    },
    staleTime: 30_000,
  });
}

/** A look that set out before a change came back must not put the older visit on screen. */
export const newer = (have: VisitView | undefined, read: VisitView) =>
  have && have.version > read.version ? have : read;

export function useVocabulary() {
  return useQuery<Vocabulary>({
    queryKey: keptAs.vocabulary(),
    queryFn: () => ask(http.GET('/api/vocabulary')),
    staleTime: Infinity,
  });
}

/** The words a visit is read with: those its session was given in first, today's for the rest. */
export function useWordsOf(visit: VisitView | undefined, words: Vocabulary | undefined) {
  return useMemo(() => {
    const frozen = visit?.vocabulary;
    if (!frozen || !words) return words;
    const over = <T extends { id: string }>(first: T[], rest: T[]) => [
      ...first,
      ...rest.filter((r) => first.every((f) => f.id !== r.id)),
    ];
    return {
      ...words,
      regions: over(frozen.regions, words.regions),
      contacts: over(frozen.contacts, words.contacts),
      positions: over(frozen.positions, words.positions),
      stances: over(frozen.stances, words.stances),
      patterns: over(frozen.patterns, words.patterns),
      techniques: over(frozen.techniques, words.techniques),
      products: over(frozen.products, words.products),
      responses: frozen.responses,
      measures: over(frozen.measures, words.measures),
      props: over(
        frozen.props.map((p) => ({ ...p, flows: [] as string[] })),
        words.props,
      ),
    };
  }, [visit?.vocabulary, words]);
}

/** Makes a change on the latest known version; what comes back is shown at once. */
export function useChange(visitId: string) {
  return <M extends 'put' | 'post', T extends Tail>(method: M, tail: T, body: BodyOf<M, T>) =>
    changes.make({ by: me() ?? '', visitId, method, tail, body }) as Promise<AnswerOf<M, T> | undefined>;
}
