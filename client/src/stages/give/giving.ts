import { ask, http } from '../../api/http';
import type { GiveEvent, GiveEventKind, GiveView, VisitView } from '../../api/types';
import { EventLog } from './eventLog';

/** The running session on this device: its log, the server's latest answer, and the server's clock as far as it is known. */
export class Giving {
  readonly log: EventLog;
  view: GiveView;
  private skewMs = 0;
  private readonly path: { path: { visitId: string } };
  private readonly listeners = new Set<() => void>();
  private version = 0;

  constructor(visit: VisitView) {
    this.path = { path: { visitId: visit.id } };
    this.view = { session: visit.session, start: visit.start, acknowledged: [], version: visit.version };
    const send = (events: GiveEvent[]) =>
      ask(http.POST('/api/visits/{visitId}/give/events', { params: this.path, body: { events } }));
    this.log = new EventLog(visit.id, localStorage, send, this.take);
    this.log.subscribe(this.tell);
  }

  now = () => new Date(Date.now() + this.skewMs);

  record = (kind: GiveEventKind, response?: string) => this.log.add(kind, this.now(), response ? { response } : {});

  /** Sends what waits, or looks whether another device went on. */
  look = async () => {
    if (this.log.pending.length > 0) return this.log.flush();
    this.take(await ask(http.GET('/api/visits/{visitId}/give', { params: this.path })));
  };

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Counts up at every change, for the view. */
  snapshot = () => this.version;

  private take = (view: GiveView) => {
    this.skewMs = new Date(view.session.now).getTime() - Date.now();
    this.view = view;
    this.tell();
  };

  private tell = () => {
    this.version++;
    this.listeners.forEach((l) => l());
  };
}
