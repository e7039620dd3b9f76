import { describe, expect, it, vi } from 'vitest';
import { Problem } from '../../api/http';
import type { EventAnswer, GiveEvent, GiveView } from '../../api/types';
import { EventLog } from './eventLog';

function shelf() {
  const kept = new Map<string, string>();
  return {
    kept,
    get length() {
      return kept.size;
    },
    key: (i: number) => [...kept.keys()][i] ?? null,
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
    removeItem: (k: string) => void kept.delete(k),
  };
}
let counted = 0;
const device = { id: 'a', next: () => ++counted };
const stored = (events: GiveEvent[]) => answer(events.map((e) => ({ id: e.id, result: 'stored' as const })));
const answer = (answers: EventAnswer[]) => ({ answers }) as unknown as GiveView;
const anyone = () => 'teo';
const make = (
  send: (e: GiveEvent[]) => Promise<GiveView>,
  store = shelf(),
  who: () => string | null = anyone,
  retry = 5,
) => new EventLog('v', store, device, who, send, vi.fn(), retry);
const say = (log: EventLog, response: string) => log.add('response', new Date(), { response });

describe('the log of a running session', () => {
  it('keeps each event under a key of its own before it is sent, and lets go of it on the word on that id', async () => {
    const store = shelf();
    let release = () => {};
    const log = make((e) => new Promise((r) => (release = () => r(stored(e)))), store);
    say(log, 'sigh');
    say(log, 'warmth');
    expect([...store.kept.keys()].every((k) => k.startsWith('lantern-give/v/'))).toBe(true);
    expect(store.kept.size).toBe(2);
    release();
    await vi.waitFor(() => expect(store.kept.size).toBe(1));
    release();
    await vi.waitFor(() => expect(store.kept.size).toBe(0));
  });

  it('keeps what the answer does not speak of', async () => {
    let calls = 0;
    const log = make(async (e) =>
      ++calls === 1 ? answer([{ id: e[0]!.id, result: 'stored' }]) : new Promise(() => {}),
    );
    log.state = 'sending';
    say(log, 'sigh');
    say(log, 'warmth');
    await vi.waitFor(() => expect(log.pending.map((e) => e.response)).toEqual(['warmth']));
  });

  it('shows what was set aside with its sentence until a person has seen it, and sends the rest', async () => {
    const store = shelf();
    const log = make(
      async (e) =>
        answer(
          e.map((x) =>
            x.kind === 'start'
              ? { id: x.id, result: 'set-aside' as const, code: 'not-cleared', detail: 'Settle it first.' }
              : { id: x.id, result: 'stored' as const },
          ),
        ),
      store,
    );
    log.add('start', new Date());
    say(log, 'cold');
    await vi.waitFor(() => expect(log.pending).toHaveLength(0));
    expect(log.aside.map((k) => k.aside!.detail)).toEqual(['Settle it first.']);
    expect(make(async () => answer([]), store).aside).toHaveLength(1);
    log.seen(log.aside[0]!.event.id);
    expect(store.kept.size).toBe(0);
  });

  it.each([0, 408, 409, 413, 429, 500, 503])('sends again by itself after %s', async (status) => {
    let tries = 0;
    const log = make(async (e) => {
      if (++tries < 3) throw new Problem('', 'x', status);
      return stored(e);
    });
    say(log, 'sigh');
    await vi.waitFor(() => expect(log.pending).toHaveLength(0));
    expect(tries).toBe(3);
  });

  it('finds the one that cannot be read and loses none of the others', async () => {
    const got: string[] = [];
    const log = make(async (e) => {
      if (e.some((x) => x.response === 'broken')) throw new Problem('Not readable.', 'wrong-type', 400);
      got.push(...e.map((x) => x.response!));
      return stored(e);
    });
    ['a', 'broken', 'b', 'c'].forEach((r) => say(log, r));
    await vi.waitFor(() => expect(log.pending).toHaveLength(0));
    expect(got.sort()).toEqual(['a', 'b', 'c']);
    expect(log.aside.map((k) => [k.event.response, k.aside!.detail])).toEqual([['broken', 'Not readable.']]);
  });

  it('sends at most fifty at once', async () => {
    const sizes: number[] = [];
    let online = false;
    const log = make(async (e) => {
      if (!online) throw new Problem('', 'no-connection', 0);
      sizes.push(e.length);
      return stored(e);
    });
    for (let i = 0; i < 120; i++) say(log, 'sigh');
    online = true;
    await vi.waitFor(() => expect(log.pending).toHaveLength(0));
    expect(sizes).toEqual([50, 50, 20]);
  });

  it('sends what waits only under the person who noted it', async () => {
    const store = shelf();
    let me: string | null = 'teo';
    const sent: string[] = [];
    const log = make(
      async (e) => {
        if (me === null) throw new Problem('', 'signed-out', 401);
        sent.push(...e.map((x) => `${me} ${x.response}`));
        return stored(e);
      },
      store,
      () => me,
    );
    me = 'teo';
    const away = make(
      () => Promise.reject(new Problem('', 'signed-out', 401)),
      store,
      () => me,
    );
    say(away, 'dizzy');
    await vi.waitFor(() => expect(away.state).toBe('signed-out'));
    me = 'pim';
    await log.flush();
    expect(sent).toEqual([]);
    expect(log.ofOthers).toBe(1);
    say(log, 'sigh');
    await vi.waitFor(() => expect(sent).toEqual(['pim sigh']));
    me = 'teo';
    await log.flush();
    expect(sent).toEqual(['pim sigh', 'teo dizzy']);
    expect(store.kept.size).toBe(0);
  });

  it('two pages of one device share no key: neither forgets what the other noted', async () => {
    const store = shelf();
    const offline = () => Promise.reject(new Problem('', 'no-connection', 0));
    const [one, two] = [make(offline, store, anyone, 1e6), make(offline, store, anyone, 1e6)];
    say(one, 'a');
    say(two, 'b');
    say(one, 'c');
    expect(store.kept.size).toBe(3);
    const next = make(async (e) => stored(e), store);
    await next.flush();
    await vi.waitFor(() => expect(store.kept.size).toBe(0));
  });

  it('says so when the browser keeps nothing, and sends all the same', async () => {
    const store = {
      ...shelf(),
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    };
    const sent = vi.fn(async (e: GiveEvent[]) => stored(e));
    const log = make(sent, store);
    say(log, 'sigh');
    expect(log.unkept).toBe(true);
    await vi.waitFor(() => expect(log.pending).toHaveLength(0));
    expect(sent).toHaveBeenCalledOnce();
  });
});
