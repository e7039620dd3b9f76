import { queryOptions, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';

/** What a client's page is first drawn from. */
export const clientPage = (clientId: string) =>
  queryOptions({
    queryKey: keptAs.client(clientId),
    queryFn: () => ask(http.GET('/api/clients/{clientId}', { params: { path: { clientId } } })),
  });

/**
 * The way to a client's page. It is read while the page is being made, not after; never before the touch itself,
 * since who looked at a record is written down.
 */
export function ClientLink({ id, children }: { id: string; children: ReactNode }) {
  const cache = useQueryClient();
  return (
    <Link
      to={`/clients/${id}`}
      onClick={(e) => {
        if (!e.ctrlKey && !e.metaKey && !e.shiftKey) void cache.prefetchQuery(clientPage(id));
      }}
    >
      {children}
    </Link>
  );
}
