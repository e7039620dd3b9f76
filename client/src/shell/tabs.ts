/** What the tabs of one browser tell each other: they share one sign-in, so they lock together and are touched together. */
type Word = { kind: 'touched' } | { kind: 'locked' } | { kind: 'out' } | { kind: 'in'; who: string };

const line = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('lantern-signed-in');

export const tellTabs = (word: Word) => line?.postMessage(word);

export function onTabs(hear: (word: Word) => void) {
  const heard = (e: MessageEvent<Word>) => hear(e.data);
  line?.addEventListener('message', heard);
  return () => line?.removeEventListener('message', heard);
}
