import { Problem } from './http';

/** How the queue stands, for the save mark and the banner. */
export type SaveState =
  | { kind: 'saved'; at: Date | null }
  | { kind: 'saving' }
  | { kind: 'waiting'; why: 'no-connection' | 'signed-out' }
  | { kind: 'conflict' }
  | { kind: 'refused'; detail: string };

type Work = () => Promise<void>;

/**
 * Sends changes one after another, so that each is made on the version the one before it left. A change that meets no
 * connection or an ended sign-in stays first in line until it gets through; one that meets somebody else's change waits
 * for a decision; one that is refused is dropped with its sentence.
 */
export class ChangeQueue {
  private readonly line: Work[] = [];
  private busy = false;
  private readonly listeners = new Set<() => void>();
  private readonly retryMs: number;
  state: SaveState = { kind: 'saved', at: null };

  constructor(retryMs = 3000) {
    this.retryMs = retryMs;
  }

  add(work: Work) {
    this.line.push(work);
    void this.run();
  }

  /** Tries again: after signing in, after a look at the latest. */
  retry = () => void this.run();

  /** Drops the change at the front and goes on with the next. */
  drop = () => {
    this.line.shift();
    this.set({ kind: 'saved', at: new Date() });
    void this.run();
  };

  /** Takes the sentence of a refused change as read. */
  read = () => this.set({ kind: 'saved', at: new Date() });

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = () => this.state;

  get waiting() {
    return this.line.length;
  }

  private set(state: SaveState) {
    this.state = state;
    this.listeners.forEach((l) => l());
  }

  private async run() {
    if (this.busy || this.line.length === 0) return;
    this.busy = true;
    let refused: string | null = null;
    while (this.line.length > 0) {
      this.set({ kind: 'saving' });
      try {
        await this.line[0]!();
        this.line.shift();
      } catch (e) {
        const problem = e instanceof Problem ? e : new Problem(String(e), 'failed', 500);
        if (this.holds(problem)) {
          this.busy = false;
          return;
        }
        this.line.shift();
        refused = problem.message;
      }
    }
    this.busy = false;
    this.set(refused === null ? { kind: 'saved', at: new Date() } : { kind: 'refused', detail: refused });
  }

  private holds(problem: Problem) {
    if (problem.code === 'no-connection') {
      this.set({ kind: 'waiting', why: 'no-connection' });
      setTimeout(this.retry, this.retryMs);
      return true;
    }
    if (problem.code === 'signed-out' || problem.code === 'stale-page') {
      this.set({ kind: 'waiting', why: 'signed-out' });
      return true;
    }
    if (problem.code === 'changed-elsewhere') {
      this.set({ kind: 'conflict' });
      return true;
    }
    return false;
  }
}
