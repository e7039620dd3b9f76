import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { ask, http, Problem } from '../../../api/http';
import { keptAs, renew } from '../../../api/kept';
import type { PlaceAsked, PlaceJudged } from '../../../api/types';

/** A place on the figure's page, in mm, and the view it was touched in. */
export interface Touched {
  x: number;
  y: number;
  view: string;
}

/** A round of points to be touched: what is asked, what came of it, and when each comes again. The server judges and keeps. */
export function useLearning(on: boolean, channel: string | undefined) {
  const cache = useQueryClient();
  const view = useQuery({
    queryKey: keptAs.learn(channel),
    queryFn: () => ask(http.GET('/api/learn', { params: { query: { channel } } })),
    enabled: on,
  });
  const [round, setRound] = useState<PlaceAsked[] | null>(null);
  const [at, setAt] = useState(0);
  const [judged, setJudged] = useState<PlaceJudged[]>([]);
  const [touched, setTouched] = useState<Touched | null>(null);
  const [seen, setSeen] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  // Two touches in a row are one answer: the second comes before the first is judged.
  const judging = useRef(false);
  const asked = round?.[at];
  const answer = touched ? judged.at(-1) : undefined;
  return {
    view: view.data,
    error: view.error,
    round,
    at,
    asked,
    judged,
    touched,
    answer,
    wrong,
    /** From where the body is looked at: where the point is best seen, until another is chosen. */
    seen: seen ?? asked?.view ?? 'front',
    look: setSeen,
    begin: () => {
      setRound(view.data!.round);
      setAt(0);
      setJudged([]);
      setTouched(null);
      setSeen(null);
    },
    touch: async (x: number, y: number) => {
      if (!asked || touched || judging.current) return;
      judging.current = true;
      const where = { x, y, view: seen ?? asked.view };
      setWrong('');
      try {
        const found = await ask(
          http.POST('/api/learn/answers', {
            body: { id: crypto.randomUUID(), point: asked.point, view: where.view, xMm: x, yMm: y },
          }),
        );
        setJudged([...judged, found]);
        setTouched(where);
        // What was missed is asked once more before the round ends.
        if (!found.found && round!.filter((p) => p.point === asked.point).length === 1) setRound([...round!, asked]);
      } catch (e) {
        setWrong(e instanceof Problem ? e.message : String(e));
      } finally {
        judging.current = false;
      }
    },
    next: () => {
      setTouched(null);
      setSeen(null);
      setAt(at + 1);
      if (at + 1 >= round!.length) void renew(cache, 'learn');
    },
    stop: () => {
      setRound(null);
      void renew(cache, 'learn');
    },
  };
}

export type Learning = ReturnType<typeof useLearning>;
