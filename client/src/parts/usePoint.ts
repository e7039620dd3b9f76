import { useQuery } from '@tanstack/react-query';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';

/** A point with where it is on a client, on one side. */
export const usePoint = (id: string | undefined, clientId: string | undefined, side: string) =>
  useQuery({
    queryKey: keptAs.point(id, clientId, side),
    queryFn: () =>
      ask(http.GET('/api/atlas/points/{id}', { params: { path: { id: id! }, query: { clientId, side } } })),
    enabled: !!id,
  });
