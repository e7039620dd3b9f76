import { useSyncExternalStore } from 'react';
import { useHeard } from '../ui/useHeard';
import { commandOf, isCharacter, written, type CommandOf, type Place } from './commands';

/** Whether a key press belongs to a field being typed in. */
export const isTyping = (e: KeyboardEvent) =>
  e.target instanceof HTMLElement && (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName));

// Whether what has the focus was come to by Tab. After a touch the space bar is still the page's: it goes on, it does not touch again.
let tabbed = false;
window.addEventListener('keydown', (e) => e.key === 'Tab' && (tabbed = true), { capture: true });
window.addEventListener('pointerdown', () => (tabbed = false), { capture: true });

/** Whether a key presses the button that was come to by Tab. */
const pressesButton = (e: KeyboardEvent) =>
  tabbed &&
  (e.key === ' ' || e.key === 'Enter') &&
  e.target instanceof Element &&
  e.target.closest('button, a') !== null;

const STORED = 'lantern-single-keys';
const CHANGED = 'lantern-single-keys-changed';

/** Whether single letters and signs do anything in this browser. Whoever dictates, or works beside the keyboard, switches them off. */
export const singleKeys = {
  on: () => localStorage.getItem(STORED) !== 'off',
  turn(on: boolean) {
    if (on) localStorage.removeItem(STORED);
    else localStorage.setItem(STORED, 'off');
    window.dispatchEvent(new Event(CHANGED));
  },
};

const onTurned = (heard: () => void) => {
  window.addEventListener(CHANGED, heard);
  return () => window.removeEventListener(CHANGED, heard);
};

export const useSingleKeys = () => useSyncExternalStore(onTurned, singleKeys.on);

type Handlers<P extends Place> = { [C in CommandOf<P>]?: (() => void) | false };

/**
 * The commands of a place while it is shown; fields keep their own keys, and so does a sheet that lies over the page.
 * `others` are keys that come from data: the letter of a response.
 */
export function useCommands<P extends Place>(
  place: P,
  handlers: Handlers<P>,
  others?: (key: string) => (() => void) | undefined,
) {
  useHeard('keydown', (e) => {
    if (e.ctrlKey || e.metaKey || isTyping(e) || pressesButton(e) || document.querySelector('.modal.show, .signin'))
      return;
    const key = written(e);
    if (isCharacter(key) && !singleKeys.on()) return;
    const command = commandOf(place, key);
    const act = (command && handlers[command]) || others?.(key);
    if (!act) return;
    e.preventDefault();
    act();
  });
}

/**
 * Hears every key before anything else on the page, for what is no typing: a pedal, or one being learned. What is taken goes no further.
 * @param take whether the key was meant for it.
 */
export function useFirstKeys(take: (e: KeyboardEvent) => boolean) {
  useHeard(
    'keydown',
    (e) => {
      if (!take(e)) return;
      e.preventDefault();
      e.stopImmediatePropagation();
    },
    { first: true },
  );
}

export const openKeys = () => window.dispatchEvent(new Event('lantern-keys'));
