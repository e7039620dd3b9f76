import createClient from 'openapi-fetch';
import { signedInSince } from '../shell/signedIn';
import type { paths } from './schema';

/** Answers that mean "not now": nothing was decided, and the same may go through later. */
const LATER = [0, 408, 413, 429];

/** What the server answers when something cannot be done: a sentence for people, a code for us. */
export class Problem extends Error {
  readonly code: string;
  readonly status: number;
  constructor(detail: string, code: string, status: number) {
    super(detail);
    this.code = code;
    this.status = status;
  }

  /** Worth sending again by itself. */
  get later() {
    return LATER.includes(this.status) || this.status >= 500;
  }

  /** Waits until somebody has signed in. */
  get signedOut() {
    return this.code === 'signed-out' || this.code === 'stale-page';
  }
}

/** Whatever went wrong, as a problem. */
export const problemOf = (e: unknown) => (e instanceof Problem ? e : new Problem(String(e), 'failed', 500));

const token = () =>
  decodeURIComponent(
    document.cookie
      .split('; ')
      .find((c) => c.startsWith('lantern-token='))
      ?.slice('lantern-token='.length) ?? '',
  );

export const http = createClient<paths>({ baseUrl: window.location.origin });

http.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Lantern-Token', token());
    return request;
  },
  onError() {
    return new Problem('', 'no-connection', 0);
  },
});

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or the problem thrown. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  const asked = performance.now();
  const { data, error, response } = await call;
  if (response.ok && data !== undefined) return data;
  const said = error as { detail?: string; code?: string } | undefined;
  const problem = new Problem(said?.detail ?? '', said?.code ?? 'failed', response.status);
  // Refused for want of a sign-in that has been given meanwhile: the door stays open, and it is asked again.
  throw problem.signedOut && signedInSince(asked) ? new Problem('', 'signed-in-since', 408) : problem;
}
