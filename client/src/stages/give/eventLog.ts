import { Problem } from '../../api/http';
import type { GiveEvent, GiveEventKind, GiveView } from '../../api/types';

export type LogState = 'sent' | 'sending' | 'no-connection' | 'signed-out' | { refused: string };

interface Store {
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

/**
 * Events of a running session that the server has not acknowledged. They are kept on this device first, so that a
 * reload, a closed lid or an ended sign-in loses none; each has an id of its own, so that sending twice does no harm.
 */
export class EventLog {
  state: LogState = 'sent';
  private waiting: GiveEvent[];
  private sending: Promise<void> | null = null;
  private readonly listeners = new Set<() => void>();
  private readonly key: string;
  private readonly store: Store;
  private readonly send: (events: GiveEvent[]) => Promise<GiveView>;
  private readonly onAnswer: (view: GiveView) => void;
  private readonly retryMs: number;

  constructor(
    visitId: string,
    store: Store,
    send: (events: GiveEvent[]) => Promise<GiveView>,
    onAnswer: (view: GiveView) => void,
    retryMs = 2500,
  ) {
    this.key = `lantern-give-${visitId}`;
    this.store = store;
    this.send = send;
    this.onAnswer = onAnswer;
    this.retryMs = retryMs;
    this.waiting = JSON.parse(store.getItem(this.key) ?? '[]') as GiveEvent[];
  }

  get pending(): readonly GiveEvent[] {
    return this.waiting;
  }

  add(kind: GiveEventKind, at: Date, extra: { response?: string; text?: string } = {}) {
    this.waiting = [...this.waiting, { id: crypto.randomUUID(), at: at.toISOString(), kind, ...extra }];
    this.keep();
    this.tell();
    void this.flush();
  }

  /** Sends what waits; done when the server has answered, or cannot be reached for now. */
  flush = (): Promise<void> => {
    if (!this.sending && this.waiting.length > 0) {
      this.sending = this.sendAll().finally(() => {
        this.sending = null;
        if (this.state === 'sent' && this.waiting.length > 0) void this.flush();
      });
    }
    return this.sending ?? Promise.resolve();
  };

  private async sendAll() {
    const batch = this.waiting;
    this.set('sending');
    try {
      const view = await this.send(batch);
      const taken = new Set(view.acknowledged);
      this.waiting = this.waiting.filter((e) => !taken.has(e.id));
      this.keep();
      this.onAnswer(view);
      this.set('sent');
    } catch (e) {
      this.failed(e instanceof Problem ? e : new Problem(String(e), 'failed', 500), batch);
    }
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private failed(problem: Problem, batch: GiveEvent[]) {
    if (problem.code === 'no-connection' || problem.status >= 500) {
      this.set('no-connection');
      setTimeout(() => void this.flush(), this.retryMs);
    } else if (problem.code === 'signed-out' || problem.code === 'stale-page') {
      this.set('signed-out');
    } else {
      // The server said no to these for good; keeping them would block everything after.
      const refused = new Set(batch.map((e) => e.id));
      this.waiting = this.waiting.filter((e) => !refused.has(e.id));
      this.keep();
      this.set({ refused: problem.message });
    }
  }

  private keep() {
    if (this.waiting.length > 0) this.store.setItem(this.key, JSON.stringify(this.waiting));
    else this.store.removeItem(this.key);
  }

  private set(state: LogState) {
    this.state = state;
    this.tell();
  }

  private tell() {
    this.listeners.forEach((l) => l());
  }
}
