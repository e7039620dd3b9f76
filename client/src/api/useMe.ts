import { useQuery } from '@tanstack/react-query';
import { livesIn } from '../parts/spoken';
import { ask, http } from './http';
import { keptAs } from './kept';
import type { Me } from './types';

export const meQuery = {
  queryKey: keptAs.me(),
  queryFn: async (): Promise<Me> => {
    const me = await ask(http.GET('/api/me'));
    livesIn(me.timeZone);
    return me;
  },
  staleTime: 60_000,
};

const nobody = { mayTreat: false, maySign: false, mayRunPractice: false } as Me;

/** Who is signed in here, and what they may do in this practice. What may be done to a visit stands with the visit. */
export const useMe = (): Me => useQuery(meQuery).data ?? nobody;
