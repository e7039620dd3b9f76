import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from '@microsoft/signalr';

type What = 'noted' | 'changed';
type Listener = (what: What) => void;

const AGAIN_MS = 2000;

/** One line to the server for all visits this page has open; it says that something moved on, not what. */
let line: HubConnection | null = null;
const watched = new Map<string, Set<Listener>>();

function open() {
  const made = new HubConnectionBuilder()
    .withUrl('/hubs/visits')
    .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => AGAIN_MS })
    .configureLogging(LogLevel.None)
    .build();
  for (const what of ['noted', 'changed'] as const)
    made.on(what, (visitId: string) => watched.get(visitId)?.forEach((l) => l(what)));
  made.onreconnected(rejoin);
  made.onclose(() => setTimeout(() => void start(made), AGAIN_MS));
  return made;
}

async function start(made: HubConnection) {
  if (made !== line || watched.size === 0 || made.state !== HubConnectionState.Disconnected) return;
  try {
    await made.start();
    await rejoin();
  } catch {
    setTimeout(() => void start(made), AGAIN_MS);
  }
}

/** After the line was down: what happened meanwhile was not told, so everybody looks. */
async function rejoin() {
  for (const [visitId, listeners] of watched) {
    await line?.invoke('Watch', visitId).catch(() => undefined);
    listeners.forEach((l) => (l('noted'), l('changed')));
  }
}

/** Tells when a visit moved on, on this page or any other. */
export function watchVisit(visitId: string, listener: Listener) {
  const listeners = watched.get(visitId) ?? new Set();
  const first = listeners.size === 0;
  watched.set(visitId, listeners.add(listener));
  line ??= open();
  if (line.state === HubConnectionState.Connected) {
    if (first) void line.invoke('Watch', visitId).catch(() => undefined);
  } else void start(line);
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    watched.delete(visitId);
    if (line?.state === HubConnectionState.Connected) void line.invoke('Leave', visitId).catch(() => undefined);
  };
}

// A new sign-in is a new line: the old one spoke for whoever was signed in before.
window.addEventListener('lantern-signed-in', () => {
  const old = line;
  line = watched.size > 0 ? open() : null;
  void old?.stop();
  if (line) void start(line);
});
