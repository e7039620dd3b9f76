import { QueryClient } from '@tanstack/react-query';
import { describe, expect, it, vi } from 'vitest';
import { Changes, type Change } from './changes';
import { Problem } from './http';
import { keptAs } from './kept';

const change = (text: string, by = 'odile'): Change => ({
  by,
  visitId: 'v',
  method: 'put',
  tail: 'check-in',
  body: { words: text },
});
const said = (c: Change) => (c.body as { words: string }).words;

function house(send: (c: Change, version?: number) => Promise<unknown>, who: () => string | null = () => 'odile') {
  const client = new QueryClient();
  client.setQueryData(keptAs.visit('v'), { id: 'v', version: 1 });
  const kept = new Map<string, string>();
  const store = { getItem: (k: string) => kept.get(k) ?? null, setItem: (k: string, v: string) => void kept.set(k, v) };
  return { client, store, changes: new Changes(client, who, store, send, 5) };
}

describe('changes to a visit', () => {
  it('go out one after another, each on the version the one before it left', async () => {
    const seen: [string, number?][] = [];
    let open = 0;
    const { changes } = house(async (c, version) => {
      expect(++open).toBe(1);
      await new Promise((r) => setTimeout(r, 2));
      open--;
      seen.push([said(c), version]);
      return { id: 'v', version: version! + 1 };
    });
    await Promise.all(['a', 'b', 'c'].map((x) => changes.make(change(x))));
    expect(seen).toEqual([
      ['a', 1],
      ['b', 2],
      ['c', 3],
    ]);
    expect(changes.state.kind).toBe('saved');
  });

  it.each([0, 500, 503, 429])('are sent again by themselves after %s', async (status) => {
    let tries = 0;
    const { changes } = house(async () => {
      if (++tries < 3) throw new Problem('', 'x', status);
      return { id: 'v', version: 2 };
    });
    await changes.make(change('a'));
    expect(tries).toBe(3);
    expect(changes.state.kind).toBe('saved');
  });

  it('that met a 500 are still there after a reload of the page', async () => {
    const { store, changes } = house(() => Promise.reject(new Problem('', 'failed', 500)));
    void changes.make(change('first'));
    void changes.make(change('second'));
    await vi.waitFor(() => expect(changes.state.kind).toBe('waiting'));
    const sent: string[] = [];
    const client = new QueryClient();
    client.setQueryData(keptAs.visit('v'), { id: 'v', version: 7 });
    const again = new Changes(
      client,
      () => 'odile',
      store,
      async (c, version) => (sent.push(said(c)), { id: 'v', version: version! + 1 }),
      5,
    );
    again.resume();
    await vi.waitFor(() => expect(sent).toEqual(['first', 'second']));
  });

  it('wait for the person who made them, and another person neither sends nor loses them', async () => {
    let me: string | null = 'teo';
    const sent: string[] = [];
    const { changes } = house(
      async (c, version) => {
        if (me === null) throw new Problem('', 'signed-out', 401);
        sent.push(`${me}: ${said(c)}`);
        return { id: 'v', version: version! + 1 };
      },
      () => me,
    );
    me = null;
    void changes.make(change('teo wrote', 'teo'));
    await vi.waitFor(() => expect(changes.state.kind).not.toBe('saving'));
    me = 'pim';
    changes.retry();
    await changes.make(change('pim wrote', 'pim'));
    expect(sent).toEqual(['pim: pim wrote']);
    expect(changes.ofOthers).toBe(1);
    me = 'teo';
    changes.retry();
    await vi.waitFor(() => expect(sent).toEqual(['pim: pim wrote', 'teo: teo wrote']));
  });

  it('wait for a decision when somebody else changed the visit; theirs drops mine', async () => {
    const after = vi.fn();
    const { changes } = house(async (c) => {
      if (said(c) === 'mine') throw new Problem('', 'changed-elsewhere', 409);
      after();
      return { id: 'v', version: 3 };
    });
    void changes.make(change('mine'));
    void changes.make(change('next'));
    await vi.waitFor(() => expect(changes.state.kind).toBe('conflict'));
    expect(after).not.toHaveBeenCalled();
    changes.drop();
    await vi.waitFor(() => expect(after).toHaveBeenCalledOnce());
  });

  it('stand on what was seen when they were made: what another page did meanwhile is not overwritten unasked', async () => {
    const seen: [string, number?][] = [];
    let online = false;
    const { client, changes } = house(async (c, version) => {
      if (!online) throw new Problem('', 'no-connection', 0);
      seen.push([said(c), version]);
      if (version === 1) throw new Problem('', 'changed-elsewhere', 409);
      return { id: 'v', version: version! + 1 };
    });
    void changes.make(change('mine'));
    await vi.waitFor(() => expect(changes.state.kind).toBe('waiting'));
    client.setQueryData(keptAs.visit('v'), { id: 'v', version: 5 });
    online = true;
    await vi.waitFor(() => expect(changes.state.kind).toBe('conflict'));
    changes.retry();
    await vi.waitFor(() =>
      expect(seen).toEqual([
        ['mine', 1],
        ['mine', 5],
      ]),
    );
  });

  it('that are refused are dropped with their sentence, and the next goes on', async () => {
    const { changes } = house(async (c) => {
      if (said(c) === 'wrong') throw new Problem('Levels go from 1 to 5.', 'level-out-of-range', 422);
      await new Promise((r) => setTimeout(r, 20));
      return { id: 'v', version: 2 };
    });
    const refused = changes.make(change('wrong'));
    const next = changes.make(change('right'));
    expect(await refused).toBeUndefined();
    expect(await next).toEqual({ id: 'v', version: 2 });
  });
});
