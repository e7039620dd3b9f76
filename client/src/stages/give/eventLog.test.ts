import { describe, expect, it, vi } from 'vitest';
import { Problem } from '../../api/http';
import type { GiveEvent, GiveView } from '../../api/types';
import { EventLog } from './eventLog';

function shelf() {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
    removeItem: (k: string) => void kept.delete(k),
  };
}
const answer = (events: GiveEvent[]) => ({ acknowledged: events.map((e) => e.id) }) as unknown as GiveView;

describe('the log of a running session', () => {
  it('keeps an event on the device before it is sent, and lets go of it when it is acknowledged', async () => {
    const store = shelf();
    let release = () => {};
    const log = new EventLog('v', store, (e) => new Promise((r) => (release = () => r(answer(e)))), vi.fn());
    log.add('next', new Date());
    expect(JSON.parse(store.kept.get('lantern-give-v')!)).toHaveLength(1);
    release();
    await vi.waitFor(() => expect(log.pending).toHaveLength(0));
    expect(store.kept.size).toBe(0);
  });

  it('gives what a closed page left behind to the next one, with the same ids', async () => {
    const store = shelf();
    const dead = new EventLog('v', store, () => Promise.reject(new Problem('', 'no-connection', 0)), vi.fn(), 1e6);
    dead.add('response', new Date(), { response: 'sigh' });
    await vi.waitFor(() => expect(dead.state).toBe('no-connection'));
    const sent: GiveEvent[] = [];
    const next = new EventLog('v', store, async (e) => (sent.push(...e), answer(e)), vi.fn());
    await next.flush();
    expect(sent.map((e) => e.id)).toEqual(dead.pending.map((e) => e.id));
  });

  it('sends what is added while sending', async () => {
    const batches: number[] = [];
    const send = async (e: GiveEvent[]) => {
      await new Promise((r) => setTimeout(r, 3));
      batches.push(e.length);
      return answer(e);
    };
    const log = new EventLog('v', shelf(), send, vi.fn());
    log.add('start', new Date());
    log.add('next', new Date());
    log.add('next', new Date());
    await vi.waitFor(() => expect(batches).toEqual([1, 2]));
    expect(log.pending).toHaveLength(0);
  });

  it('keeps events through an ended sign-in, and says so', async () => {
    const log = new EventLog('v', shelf(), () => Promise.reject(new Problem('', 'signed-out', 401)), vi.fn());
    log.add('next', new Date());
    await vi.waitFor(() => expect(log.state).toBe('signed-out'));
    expect(log.pending).toHaveLength(1);
  });

  it('shows the sentence of a refusal and does not let it block what follows', async () => {
    const log = new EventLog(
      'v',
      shelf(),
      () => Promise.reject(new Problem('Settle it first.', 'not-cleared', 409)),
      vi.fn(),
    );
    log.add('start', new Date());
    await vi.waitFor(() => expect(log.state).toEqual({ refused: 'Settle it first.' }));
    expect(log.pending).toHaveLength(0);
  });
});
