import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ask, http, problemOf } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { PlanEdit, PlanSource, VisitView } from '../../api/types';
import type { Giving } from './giving';

export interface Change {
  breathsPerMinute?: number;
  edits?: PlanEdit[];
  swaps?: { step: string; replacement: string }[];
  insert?: PlanSource;
  before?: string;
  /** A step that is taught, and the one it is put behind. */
  add?: { taught: string; after: string };
}

/** Changes what is still to come, as an event of the session; the server answers with the plan as it is from now on. */
export function useAmend(visit: VisitView, giving: Giving) {
  const cache = useQueryClient();
  const [wrong, setWrong] = useState('');
  const amend = async (change: Change) => {
    const { device } = giving;
    setWrong('');
    try {
      await giving.log.flush();
      const view = await ask(
        http.POST('/api/visits/{visitId}/give/amend', {
          params: { path: { visitId: visit.id } },
          body: {
            id: crypto.randomUUID(),
            at: giving.now().toISOString(),
            device: device.id,
            counter: device.next(),
            ...change,
          },
        }),
      );
      cache.setQueryData(keptAs.visit(visit.id), view);
      await giving.look();
      return true;
    } catch (e) {
      setWrong(problemOf(e).message);
      return false;
    }
  };
  return { amend, wrong };
}
