import { describe, expect, it } from 'vitest';
import { signedIn } from '../shell/signedIn';
import { ask, problemOf } from './http';

const refused = () => ({
  error: { code: 'signed-out', detail: 'Your sign-in has ended.' },
  response: new Response('', { status: 401 }),
});
const problemFrom = (call: Promise<ReturnType<typeof refused>>) => ask(call).catch((e: unknown) => problemOf(e));

describe('an answer that wants a sign-in', () => {
  it('waits for one', async () => {
    const problem = await problemFrom(Promise.resolve(refused()));
    expect(problem).toMatchObject({ signedOut: true, later: false });
  });

  it('is asked again when somebody came in while it was under way', async () => {
    let answer!: (r: ReturnType<typeof refused>) => void;
    const late = problemFrom(new Promise((go) => (answer = go)));
    await new Promise((go) => setTimeout(go, 5));
    signedIn();
    answer(refused());
    expect(await late).toMatchObject({ signedOut: false, later: true });
    // What is asked from now on is meant for this sign-in.
    await new Promise((go) => setTimeout(go, 5));
    expect(await problemFrom(Promise.resolve(refused()))).toMatchObject({ signedOut: true });
  });
});
