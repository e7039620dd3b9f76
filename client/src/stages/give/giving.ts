import { replaceEqualDeep } from '@tanstack/react-query';
import { me } from '../../api/client';
import { ask, http } from '../../api/http';
import type { GiveEvent, GiveEventKind, GiveView, VisitView } from '../../api/types';
import { thisDevice } from './device';
import { EventLog } from './eventLog';

const TICK_MS = 100;

/** The running session on this device: its log, the server's latest answer, and the server's clock as far as it is known. */
export class Giving {
  readonly log: EventLog;
  readonly device = thisDevice();
  view: GiveView;
  private skewMs = 0;
  private readonly path: { path: { visitId: string } };
  private readonly listeners = new Set<() => void>();
  private version = 0;
  private readonly ticking = new Set<() => void>();
  private ticks: ReturnType<typeof setInterval> | undefined;
  /** The moment the screen shows, in milliseconds; the same for everything drawn between two ticks. */
  tickMs: number;

  constructor(visit: VisitView) {
    this.path = { path: { visitId: visit.id } };
    this.view = { session: visit.session, start: visit.start, may: visit.may, phase: visit.phase, answers: [] };
    this.skewMs = new Date(visit.session.now).getTime() - Date.now();
    const send = (events: GiveEvent[]) =>
      ask(http.POST('/api/visits/{visitId}/give/events', { params: this.path, body: { events } }));
    this.log = new EventLog(visit.id, localStorage, this.device, me, send, this.take);
    this.log.subscribe(this.tell);
    this.tickMs = this.now().getTime();
  }

  start() {
    this.ticks = setInterval(this.tick, TICK_MS);
  }

  stop() {
    clearInterval(this.ticks);
  }

  onTick = (listener: () => void) => {
    this.ticking.add(listener);
    return () => void this.ticking.delete(listener);
  };

  private tick = () => {
    this.tickMs = this.now().getTime();
    this.ticking.forEach((l) => l());
    // A session that runs is work: the page does not lock itself meanwhile.
    if (this.view.session.phase === 'running') window.dispatchEvent(new Event('lantern-giving'));
  };

  now = () => new Date(Date.now() + this.skewMs);

  record = (kind: GiveEventKind, extra: Partial<Pick<GiveEvent, 'response' | 'text' | 'step' | 'detail'>> = {}) =>
    this.log.add(kind, this.now(), extra);

  /** Sends what waits, or looks whether another device went on. */
  look = async () => {
    await this.log.flush();
    if (this.log.pending.length === 0)
      this.take(await ask(http.GET('/api/visits/{visitId}/give', { params: this.path })));
  };

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Counts up at every change, for the view. */
  snapshot = () => this.version;

  private take = (view: GiveView) => {
    // An answer that set out before a newer one came must not take the session back.
    if (view.session.events < this.view.session.events) return;
    this.skewMs = new Date(view.session.now).getTime() - Date.now();
    // What is as it was stays the same thing, and is not drawn anew.
    this.view = replaceEqualDeep(this.view, view);
    this.tell();
  };

  private tell = () => {
    this.tickMs = this.now().getTime();
    this.version++;
    this.listeners.forEach((l) => l());
  };
}
