import { expect, it } from 'vitest';
import { signInNow, signedIn } from '../shell/signedIn';
import { client } from './client';
import { Problem } from './http';

it('asks for a sign-in when a question is refused for want of one, and not again for the same refusal', async () => {
  let answer: () => Promise<string> = () => Promise.resolve('as it was');
  const read = () => client.fetchQuery({ queryKey: ['today'], queryFn: () => answer(), retry: false });
  await read();
  answer = () => Promise.reject(new Problem('Your sign-in has ended.', 'signed-out', 401));
  await read().catch(() => undefined);
  await told();
  expect(signInNow().needed).toBe(true);
  signedIn();
  // While it is asked anew, the refusal still stands in the cache.
  answer = () => new Promise((go) => setTimeout(() => go('as it is'), 20));
  const asked = read();
  await told();
  expect(signInNow().needed).toBe(false);
  expect(await asked).toBe('as it is');
});

/** The cache tells its listeners a moment later. */
const told = () => new Promise((go) => setTimeout(go, 5));
