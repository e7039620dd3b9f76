import { QueryClient } from '@tanstack/react-query';
import { signInNeeded } from '../shell/signedIn';
import { Problem } from './http';

/** The one query client: what was read, and what waits to be written. */
export const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof Problem && error.later && count < 20,
      refetchOnWindowFocus: true,
    },
  },
});

client.getQueryCache().subscribe((event) => {
  // Only the failing itself counts: what failed before somebody came in still stands in the cache, and is told of again.
  if (event.type !== 'updated' || event.action.type !== 'error') return;
  const { error } = event.action;
  if (error instanceof Problem && error.signedOut) signInNeeded();
});

/** Who is signed in on this page. */
export const me = () => client.getQueryData<{ id?: string | null }>(['me'])?.id ?? null;
