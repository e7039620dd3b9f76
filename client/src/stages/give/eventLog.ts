import { Problem, problemOf } from '../../api/http';
import type { EventAnswer, GiveEvent, GiveEventKind, GiveView } from '../../api/types';

export type LogState = 'sent' | 'sending' | 'later' | 'signed-out';

type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** An event as this device keeps it until the server has spoken on it. */
export interface Kept {
  event: GiveEvent;
  /** Id of who noted it. */
  by: string;
  /** Why the server set it aside; shown until a person has seen it. */
  aside?: { code: string; detail: string };
}

/** Where this page is in its own order of events; a reload goes on counting. */
export interface Device {
  id: string;
  next: () => number;
}

/** The server takes so many at once. */
const BATCH = 50;

/**
 * Events of a running session that the server has not answered. Each lies on this device under a key of its own before it is sent, so
 * that a reload, a closed lid, an ended sign-in or a second page loses none, and is let go of only on the server's word on that very
 * id. What one person noted is sent under that person only.
 */
export class EventLog {
  state: LogState = 'sent';
  /** The device refuses to keep anything: what waits would be lost with the page. */
  unkept = false;
  private readonly waiting = new Map<string, Kept>();
  private readonly prefix: string;
  private readonly listeners = new Set<() => void>();
  private sending: Promise<void> | null = null;
  private size = BATCH;

  private readonly store: Store;
  private readonly device: Device;
  private readonly who: () => string | null;
  private readonly send: (events: GiveEvent[]) => Promise<GiveView>;
  private readonly onAnswer: (view: GiveView) => void;
  private readonly retryMs: number;

  constructor(
    visitId: string,
    store: Store,
    device: Device,
    who: () => string | null,
    send: (events: GiveEvent[]) => Promise<GiveView>,
    onAnswer: (view: GiveView) => void,
    retryMs = 2500,
  ) {
    this.prefix = `lantern-give/${visitId}/`;
    this.store = store;
    this.device = device;
    this.who = who;
    this.send = send;
    this.onAnswer = onAnswer;
    this.retryMs = retryMs;
    this.load();
  }

  /** What this person noted and the server has not answered, in their order. */
  get pending(): GiveEvent[] {
    return this.mine()
      .filter((k) => !k.aside)
      .map((k) => k.event)
      .sort((a, b) => a.at.localeCompare(b.at) || a.counter - b.counter);
  }

  /** What the server set aside and nobody has seen yet. */
  get aside(): Kept[] {
    return this.mine().filter((k) => k.aside);
  }

  /** What other people noted on this device and still waits for them. */
  get ofOthers(): number {
    return [...this.waiting.values()].filter((k) => k.by !== this.who()).length;
  }

  add(kind: GiveEventKind, at: Date, extra: Partial<Pick<GiveEvent, 'response' | 'text' | 'step' | 'detail'>> = {}) {
    const event: GiveEvent = {
      id: crypto.randomUUID(),
      at: at.toISOString(),
      kind,
      device: this.device.id,
      counter: this.device.next(),
      ...extra,
    };
    this.put({ event, by: this.who() ?? '' });
    this.tell();
    void this.flush();
  }

  /** Somebody has read why it was set aside; now it may go. */
  seen(id: string) {
    this.remove(id);
    this.tell();
  }

  /** Sends what waits; done when the server has answered, or cannot be reached for now. */
  flush = (): Promise<void> => {
    this.load();
    if (!this.sending && this.pending.length > 0) {
      this.sending = this.sendAll().finally(() => {
        this.sending = null;
        if (this.state === 'sent' && this.pending.length > 0) void this.flush();
      });
    }
    return this.sending ?? Promise.resolve();
  };

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private async sendAll() {
    const batch = this.pending.slice(0, this.size);
    this.set('sending');
    try {
      const view = await this.send(batch);
      view.answers.forEach((a) => this.heard(a));
      this.size = BATCH;
      this.onAnswer(view);
      this.set('sent');
    } catch (e) {
      this.failed(problemOf(e), batch);
    }
  }

  private heard(answer: EventAnswer) {
    const kept = this.waiting.get(answer.id);
    if (!kept) return;
    if (answer.result !== 'set-aside') this.remove(answer.id);
    else this.put({ ...kept, aside: { code: answer.code ?? '', detail: answer.detail ?? '' } });
  }

  private failed(problem: Problem, batch: GiveEvent[]) {
    if (problem.signedOut || problem.status === 403) return this.set('signed-out');
    if (problem.later || problem.status === 409) {
      // Too much at once is sent in smaller parts; anything else of the kind just comes later.
      if (problem.status === 413) this.size = Math.max(1, Math.floor(this.size / 2));
      this.set('later');
      setTimeout(() => void this.flush(), this.retryMs);
      return;
    }
    if (batch.length > 1) {
      // One of these cannot be read: alone, each gets an answer of its own.
      this.size = 1;
      return this.set('sent');
    }
    this.put({ ...this.waiting.get(batch[0]!.id)!, aside: { code: problem.code, detail: problem.message } });
    this.size = BATCH;
    this.set('sent');
  }

  private mine() {
    return [...this.waiting.values()].filter((k) => k.by === this.who());
  }

  /** Takes in what another page of this device put down. */
  private load() {
    try {
      for (let i = 0; i < this.store.length; i++) {
        const key = this.store.key(i);
        if (!key?.startsWith(this.prefix)) continue;
        const kept = JSON.parse(this.store.getItem(key) ?? 'null') as Kept | null;
        if (kept && !this.waiting.has(kept.event.id)) this.waiting.set(kept.event.id, kept);
      }
    } catch {
      this.unkept = true;
    }
  }

  private put(kept: Kept) {
    this.waiting.set(kept.event.id, kept);
    try {
      this.store.setItem(this.prefix + kept.event.id, JSON.stringify(kept));
      this.unkept = false;
    } catch {
      this.unkept = true;
    }
  }

  private remove(id: string) {
    this.waiting.delete(id);
    try {
      this.store.removeItem(this.prefix + id);
    } catch {
      // It is answered; a key left behind is answered again as known already.
    }
  }

  private set(state: LogState) {
    this.state = state;
    this.tell();
  }

  private tell() {
    this.listeners.forEach((l) => l());
  }
}
