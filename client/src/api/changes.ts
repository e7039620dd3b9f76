import { dehydrate, hydrate, type Mutation, type QueryClient } from '@tanstack/react-query';
import { signInNeeded } from '../shell/signedIn';
import { ask, http, problemOf } from './http';
import { keptAs } from './kept';
import type { paths } from './schema';
import type { VisitView } from './types';

type Visits = '/api/visits/{visitId}/';
/** What a change to a visit is called after the visit's own address. */
export type Tail = keyof paths extends infer P ? (P extends `${Visits}${infer T}` ? T : never) : never;
type Method = 'put' | 'post';
type Operation<M extends Method, T extends Tail> = paths[`${Visits}${T}`][M];
/** What is sent with it; the version it is made on is put in when it goes out. */
export type BodyOf<M extends Method, T extends Tail> =
  Operation<M, T> extends { requestBody: { content: { 'application/json': infer B } } } ? Omit<B, 'version'> : never;
export type AnswerOf<M extends Method, T extends Tail> =
  Operation<M, T> extends { responses: { 200: { content: { 'application/json': infer A } } } } ? A : never;

/** A change as data, so that it outlives the page it was made on. */
export interface Change {
  /** Id of who made it; it goes out under that name or not at all. */
  by: string;
  visitId: string;
  method: Method;
  tail: string;
  body: object;
  /** The version that was on the screen when it was made. */
  on?: number;
}

/** How saving stands, for the save mark and the banner. */
export type SaveState =
  | { kind: 'saved'; at: Date | null }
  | { kind: 'saving' }
  | { kind: 'waiting'; why: 'no-connection' | 'signed-out' }
  | { kind: 'conflict' }
  | { kind: 'refused'; detail: string };

const KEY = ['change'];
const KEPT = 'lantern-changes';
/** These add to a visit and need no version. */
const UNVERSIONED = ['addenda', 'give/amend'];
const LONGEST_WAIT_MS = 30_000;

type Send = (change: Change, version: number | undefined) => Promise<unknown>;

/**
 * All changes of this page. The query library's mutations carry them: one after another, each on the version the one before it left;
 * again by themselves when the connection or the server fails; kept through a reload. One that meets an ended sign-in waits for the
 * person who made it; one that meets somebody else's change waits for a decision; one that is refused is dropped with its sentence.
 */
export class Changes {
  state: SaveState = { kind: 'saved', at: null };
  private readonly cache: QueryClient;
  private readonly store: Pick<Storage, 'getItem' | 'setItem'> | undefined;
  private readonly who: () => string | null;
  private readonly send: Send;
  private readonly retryMs: number;
  private readonly listeners = new Set<() => void>();
  private waits: ((mine: boolean) => void)[] = [];
  private decide: ((mine: boolean) => void) | null = null;
  /** What a version became by this page's own changes: those made meanwhile stand on that. */
  private readonly became = new Map<string, number>();

  constructor(
    cache: QueryClient,
    who: () => string | null,
    store?: Pick<Storage, 'getItem' | 'setItem'>,
    send: Send = sendNow,
    retryMs = 2000,
  ) {
    this.cache = cache;
    this.who = who;
    this.store = store;
    this.send = send;
    this.retryMs = retryMs;
    cache.setMutationDefaults(KEY, {
      mutationFn: (change: unknown) => this.carryOut(change as Change),
      networkMode: 'always',
      retry: (_, e) => problemOf(e).later,
      retryDelay: (n) => Math.min(LONGEST_WAIT_MS, this.retryMs * 2 ** Math.min(n, 5)),
    });
    cache.getMutationCache().subscribe(this.keep);
  }

  /** Makes a change; the answer is undefined when it was dropped or refused. */
  make(change: Change): Promise<unknown> {
    const made = this.cache
      .getMutationCache()
      .build(this.cache, { mutationKey: KEY, scope: { id: `changes-${change.by}` } });
    const on = change.on ?? this.cache.getQueryData<VisitView>(keptAs.visit(change.visitId))?.version;
    return made
      .execute({ ...change, on })
      .catch((e: unknown) => void this.set({ kind: 'refused', detail: problemOf(e).message }));
  }

  /** Takes up what an earlier load of this page left unsent. */
  resume() {
    const kept = this.read();
    if (!kept) return;
    hydrate(this.cache, kept);
    for (const m of this.pending())
      m.continue().catch((e: unknown) => this.set({ kind: 'refused', detail: problemOf(e).message }));
  }

  /** Tries again: after signing in, after a look at the latest. */
  retry = () => {
    const waiting = this.waits;
    this.waits = [];
    waiting.forEach((go) => go(true));
    this.answer(true);
  };

  /** Drops the change that met somebody else's, and goes on with the next. */
  drop = () => this.answer(false);

  /** Takes the sentence of a refused change as read. */
  readRefusal = () => this.set({ kind: 'saved', at: new Date() });

  /** Changes of other people that wait on this page until they sign in here. */
  get ofOthers() {
    return this.pending().filter((m) => m.state.variables && (m.state.variables as Change).by !== this.who()).length;
  }

  /** Resolves when nothing of this person's waits any more. */
  async settled() {
    while (this.pending().some((m) => (m.state.variables as Change).by === this.who()))
      await new Promise<void>((r) => {
        const stop = this.cache.getMutationCache().subscribe(() => (stop(), r()));
      });
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = () => this.state;

  private pending(): Mutation[] {
    return this.cache.getMutationCache().findAll({ mutationKey: KEY, status: 'pending' });
  }

  private async carryOut(change: Change): Promise<unknown> {
    for (;;) {
      await this.signedInAs(change.by);
      this.set({ kind: 'saving' });
      try {
        const version = await this.versionFor(change);
        const answer = await this.send(change, version);
        this.show(change.visitId, version, answer);
        this.set({ kind: 'saved', at: new Date() });
        return answer;
      } catch (e) {
        const problem = problemOf(e);
        if (problem.signedOut) {
          signInNeeded();
          this.set({ kind: 'waiting', why: 'signed-out' });
          await new Promise<boolean>((go) => this.waits.push(go));
        } else if (problem.code === 'changed-elsewhere') {
          this.set({ kind: 'conflict' });
          if (!(await new Promise<boolean>((d) => (this.decide = d)))) {
            this.set({ kind: 'saved', at: new Date() });
            return undefined;
          }
          // Made again, on what it is now.
          change = { ...change, on: undefined };
        } else {
          if (problem.later) this.set({ kind: 'waiting', why: 'no-connection' });
          throw problem;
        }
      }
    }
  }

  /** What somebody changed goes out under their own name; until they sign in it waits. */
  private async signedInAs(by: string) {
    while (this.who() !== by) {
      this.tell();
      await new Promise<boolean>((go) => this.waits.push(go));
    }
  }

  private async versionFor(change: Change) {
    if (UNVERSIONED.includes(change.tail)) return undefined;
    if (change.on !== undefined) {
      let on = change.on;
      for (let to; (to = this.became.get(`${change.visitId} ${on}`)) !== undefined;) on = to;
      return on;
    }
    const have = this.cache.getQueryData<VisitView>(keptAs.visit(change.visitId));
    if (have) return have.version;
    const read = await ask(http.GET('/api/visits/{visitId}', { params: { path: { visitId: change.visitId } } }));
    this.cache.setQueryData(keptAs.visit(change.visitId), read);
    return read.version;
  }

  private show(visitId: string, from: number | undefined, answer: unknown) {
    const view = (answer as { visit?: VisitView }).visit ?? (answer as VisitView);
    if (view?.id !== visitId) return;
    if (from !== undefined && view.version > from) this.became.set(`${visitId} ${from}`, view.version);
    this.cache.setQueryData<VisitView>(keptAs.visit(visitId), (have) =>
      have && have.version > view.version ? have : view,
    );
  }

  private answer(mine: boolean) {
    const decide = this.decide;
    this.decide = null;
    decide?.(mine);
  }

  /** Kept for this page alone: two pages share nothing, and a reload finds it again. */
  private keep = () => {
    const waiting = dehydrate(this.cache, {
      shouldDehydrateQuery: () => false,
      shouldDehydrateMutation: (m) => m.state.status === 'pending' && m.options.mutationKey?.[0] === KEY[0],
    });
    try {
      this.store?.setItem(KEPT, JSON.stringify(waiting));
    } catch {
      // Full or refused: it is still in memory, and goes out from there.
    }
    this.tell();
  };

  private read(): unknown {
    try {
      return JSON.parse(this.store?.getItem(KEPT) ?? 'null');
    } catch {
      return null;
    }
  }

  private set(state: SaveState) {
    this.state = state;
    this.tell();
  }

  private tell() {
    this.listeners.forEach((l) => l());
  }
}

async function sendNow(change: Change, version: number | undefined) {
  const path = `/api/visits/{visitId}/${change.tail}`;
  const body = version === undefined ? change.body : { ...change.body, version };
  const call = change.method === 'put' ? http.PUT : http.POST;
  // The address and the body were checked where the change was made.
  const sent = (call as (p: string, o: object) => Promise<{ data?: unknown; error?: unknown; response: Response }>)(
    path,
    { params: { path: { visitId: change.visitId } }, body },
  );
  return ask(sent);
}
