import type { Query, QueryClient } from '@tanstack/react-query';

/** Under which keys answers of the server are kept: the only place that spells them. The first part is the kind of thing. */
export const keptAs = {
  me: () => ['me'] as const,
  ownAccess: () => ['own-access'] as const,
  body: () => ['my-body'] as const,
  hands: () => ['my-hands'] as const,
  people: () => ['people'] as const,
  practitioners: () => ['practitioners'] as const,
  settings: () => ['settings'] as const,
  rules: () => ['rules'] as const,
  rescreen: () => ['rescreen'] as const,
  copies: () => ['copies'] as const,
  check: () => ['check'] as const,
  trail: () => ['trail'] as const,
  vocabulary: () => ['vocabulary'] as const,
  words: (wanted: string) => ['words', wanted] as const,
  today: (date?: string) => (date === undefined ? (['today'] as const) : (['today', date] as const)),
  dayPress: (date: string) => ['day-press', date] as const,
  booking: (visit: string) => ['booking', visit] as const,
  clients: (find: string, also?: string) => ['clients', find, also] as const,
  client: (id: string) => ['client', id] as const,
  past: (client: string) => ['client', client, 'past'] as const,
  doubles: (client: string) => ['client', client, 'doubles'] as const,
  merge: (client: string, other: string) => ['merge', client, other] as const,
  undo: (client: string, merge: string) => ['merge', client, merge, 'undo'] as const,
  search: (text: string, client?: string) => ['search', text, client] as const,
  visit: (id?: string) => (id === undefined ? (['visit'] as const) : (['visit', id] as const)),
  intake: (visit: string) => ['intake', visit] as const,
  phoneBody: (view: string) => ['phone-body', view] as const,
  phone: (token: string) => ['phone', token] as const,
  phrases: () => ['own-phrases'] as const,
  ownDay: () => ['own-day'] as const,
  ownLimits: (visit: Of) => ['own-limits', visit.id, visit.version] as const,
  homePage: (token: string) => ['home', token] as const,
  paper: (id: string) => ['paper', id] as const,
  letter: (visit: string, kind: string) => ['letter', visit, kind] as const,
  measuring: (visit: Of) => ['measuring', visit.id, visit.version] as const,
  otherFlows: (visit: Of) => ['other-flows', visit.id, visit.version] as const,
  sources: (visit: string) => ['sources', visit] as const,
  taught: (visit: Of, typed: string, after: string, only: object) =>
    ['taught', visit.id, visit.version, typed, after, only] as const,
  anyTaught: () => ['taught'] as const,
  fit: (visit: Of, minutes: number) => ['fit', visit.id, visit.version, minutes] as const,
  foundBefore: (visit: Of) => ['found-before', visit.id, visit.version] as const,
  fromLast: (visit: Of) => ['from-last', visit.id, visit.version] as const,
  leans: (visit: string) => ['leans', visit] as const,
  courses: (client: string) => ['courses', client] as const,
  school: (flow: string, visit: string) => ['school', flow, visit] as const,
  techniques: () => ['techniques'] as const,
  stepChoices: (visit: Of, step: string) => ['step-choices', visit.id, visit.version, step] as const,
  compare: (visit: Of, chosen: string) => ['compare', visit.id, visit.version, chosen] as const,
  effects: (visit: Of, step: string) => ['effects', visit.id, visit.version, step] as const,
  dose: (visit: Of) => ['dose', visit.id, visit.version] as const,
  /** A plan changed while giving has a new basis under the same version. */
  card: (visit: string, version?: number, basis?: string | null) => ['card', visit, version, basis] as const,
  press: (visit: Of, step: string, tried: object) => ['press', visit.id, visit.version, step, tried] as const,
  offers: (visit: Of, events: number, over: number) => ['offers', visit.id, events, over] as const,
  pressLoad: (visit: Of) => ['press-load', visit.id, visit.version] as const,
  library: () => ['library'] as const,
  flow: (kind: string, id: string, minutes: number | string | undefined, choices: unknown) =>
    ['library', kind, id, minutes, choices] as const,
  bench: () => ['bench'] as const,
  atlas: () => ['atlas'] as const,
  atlasSearch: (text: string) => ['atlas-search', text] as const,
  point: (id: string | undefined, client: string | undefined, side: string) => ['point', id, client, side] as const,
  channel: (id: string, client: string | undefined) => ['channel', id, client] as const,
  against: (id: string, other: string, client: string | undefined, side: string) =>
    ['against', id, other, client, side] as const,
  learn: (channel: string | undefined) => ['learn', channel] as const,
  reflex: (set: string, client: string | undefined) => ['reflex', set, client] as const,
  reflexAgainst: (asked: object) => ['reflex-against', asked] as const,
  chart: (asked: object) => ['chart', asked] as const,
  stepChart: (asked: object) => ['step-chart', asked] as const,
  figure: (key: string | undefined) => ['figure', key] as const,
};

interface Of {
  id: string;
  version: number;
}

type Kind = ReturnType<(typeof keptAs)[keyof typeof keptAs]>[0];

const isOf = (kinds: Kind[]) => (q: Query) => kinds.includes(q.queryKey[0] as Kind);

/** What was read of these kinds is read anew. */
export const renew = (cache: QueryClient, ...kinds: Kind[]) => cache.invalidateQueries({ predicate: isOf(kinds) });

/** Everything but these is read anew. */
export const renewAllBut = (cache: QueryClient, ...kinds: Kind[]) =>
  cache.invalidateQueries({ predicate: (q) => !isOf(kinds)(q) });

/** Everything but who is here is forgotten: somebody else may come in. */
export const forgetAll = (cache: QueryClient) => cache.removeQueries({ predicate: (q) => !isOf(['me'])(q) });
