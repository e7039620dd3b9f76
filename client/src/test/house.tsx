import { QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sample } from 'openapi-sampler';
import { MemoryRouter } from 'react-router';
import { client } from '../api/client';
import { App } from '../App';
import '../words';
import { server } from './setup';

type Json = Record<string, unknown>;
interface Operation {
  responses: Record<string, { content?: Record<string, { schema: object }> }>;
}

const isMap = (x: unknown): x is Json => typeof x === 'object' && x !== null && !Array.isArray(x);

/** What may be left out is there: a screen is to show it. */
const filled = (_: string, value: unknown): unknown =>
  isMap(value) && Array.isArray(value.oneOf)
    ? value.oneOf.find((x) => isMap(x) && x.type !== 'null')
    : isMap(value) && Array.isArray(value.type)
      ? { ...value, type: value.type.find((x) => x !== 'null') as unknown }
      : value;

const api = JSON.parse(
  readFileSync(join(process.cwd(), '../src/AmpleLantern.Web/openapi/AmpleLantern.Web.json'), 'utf8'),
  filled,
) as { paths: Record<string, Record<string, Operation>>; components: object };

/** What is said of it, over what there would be; each entry of a list over the one that was made up. */
const over = (all: unknown, said: unknown): unknown =>
  Array.isArray(all) && Array.isArray(said)
    ? said.map((x) => over(structuredClone(all[0]), x))
    : isMap(all) && isMap(said)
      ? { ...all, ...Object.fromEntries(Object.entries(said).map(([k, v]) => [k, over(all[k], v)])) }
      : said === undefined
        ? all
        : said;

/** An answer made from the API document, so that it has every member the server sends: one entry in each list, every id the same. */
const answerOf = (path: string, method: string, said: unknown) => {
  const schema = api.paths[path]?.[method]?.responses['200']?.content?.['application/json']?.schema;
  return over(schema ? sample(schema as never, { skipReadOnly: false }, api as never) : {}, said);
};

const addressed = (path: string) =>
  Object.keys(api.paths)
    .sort((a, b) => a.split('{').length - b.split('{').length)
    .find((p) => new RegExp(`^${p.replace(/\{\w+\}/g, '[^/]+')}$`).test(path));

export interface Sent {
  method: string;
  path: string;
  body: unknown;
}

const signedIn = {
  id: 'odile',
  name: 'odile',
  displayName: 'Odile Fenn',
  needsSetup: false,
  idleMinutes: 15,
  demo: false,
  timeZone: 'UTC',
  mayTreat: true,
  maySign: true,
  mayRunPractice: true,
};

/** Asked by post because the question is long; they change nothing. */
const asked = ['/api/chart/step'];

/**
 * The whole client at an address, before a server that answers as the API document says.
 * @param answers by address as the document writes it ("/api/today"): what differs from the made-up answer, or what makes it of
 *   what was sent, and of the words after the question mark.
 * @returns what the client sent beside its questions.
 */
export function openAt(address: string, answers: Record<string, unknown> = {}) {
  const sent: Sent[] = [];
  const unknown: string[] = [];
  server.answer = async (request) => {
    const { pathname, searchParams } = new URL(request.url);
    const method = request.method.toLowerCase();
    const path = addressed(pathname);
    if (!path) unknown.push(pathname);
    const body: unknown = method === 'get' ? null : await request.json().catch(() => null);
    if (method !== 'get' && !asked.includes(pathname)) sent.push({ method, path: pathname, body });
    const told = ({ '/api/me': signedIn, ...answers } as Record<string, unknown>)[path ?? ''];
    const said: unknown = await (typeof told === 'function'
      ? (told as (body: unknown, asked: URLSearchParams) => unknown)(body, searchParams)
      : told);
    return new Response(JSON.stringify(answerOf(path ?? '', method, said)), {
      headers: { 'Content-Type': 'application/json' },
    });
  };
  client.clear();
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[address]}>
        <App />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return { sent, unknown };
}
