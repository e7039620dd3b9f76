import { describe, expect, it, vi } from 'vitest';
import { ChangeQueue } from './changeQueue';
import { Problem } from './http';

const settled = (queue: ChangeQueue, kind: string) => vi.waitFor(() => expect(queue.state.kind).toBe(kind));

describe('a queue of changes', () => {
  it('sends changes one after another, never two at once', async () => {
    const queue = new ChangeQueue();
    const seen: string[] = [];
    let open = 0;
    for (const name of ['a', 'b', 'c']) {
      queue.add(async () => {
        expect(++open).toBe(1);
        await new Promise((r) => setTimeout(r, 2));
        seen.push(name);
        open--;
      });
    }
    await settled(queue, 'saved');
    expect(seen).toEqual(['a', 'b', 'c']);
  });

  it('keeps a change that meets no connection first in line and sends it again by itself', async () => {
    const queue = new ChangeQueue(5);
    let tries = 0;
    queue.add(async () => {
      if (++tries < 3) throw new Problem('', 'no-connection', 0);
    });
    await settled(queue, 'saved');
    expect(tries).toBe(3);
  });

  it('keeps a change through an ended sign-in until it is told to try again', async () => {
    const queue = new ChangeQueue();
    let signedIn = false;
    const done = vi.fn();
    queue.add(async () => {
      if (!signedIn) throw new Problem('', 'signed-out', 401);
      done();
    });
    await settled(queue, 'waiting');
    signedIn = true;
    queue.retry();
    await settled(queue, 'saved');
    expect(done).toHaveBeenCalledOnce();
  });

  it('waits for a decision when somebody else changed the visit; theirs drops mine', async () => {
    const queue = new ChangeQueue();
    const after = vi.fn();
    queue.add(async () => {
      throw new Problem('', 'changed-elsewhere', 409);
    });
    queue.add(async () => after());
    await settled(queue, 'conflict');
    expect(queue.waiting).toBe(2);
    queue.drop();
    await settled(queue, 'saved');
    expect(after).toHaveBeenCalledOnce();
  });

  it('drops a refused change with its sentence and goes on with the next', async () => {
    const queue = new ChangeQueue();
    const after = vi.fn();
    queue.add(async () => {
      throw new Problem('Levels go from 1 to 5.', 'level-out-of-range', 422);
    });
    queue.add(async () => after());
    await settled(queue, 'refused');
    expect(queue.state).toMatchObject({ detail: 'Levels go from 1 to 5.' });
    expect(after).toHaveBeenCalledOnce();
  });
});
