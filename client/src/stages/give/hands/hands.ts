import { useSyncExternalStore } from 'react';

/** What a foot can tell: go on, note something, stop. */
export const pedals = ['next', 'note', 'stop'] as const;
export type Pedal = (typeof pedals)[number];

/** How this device helps while both hands are busy; all of it off until somebody wants it. */
export interface Hands {
  /** The key each pedal sends. */
  keys: Partial<Record<Pedal, string>>;
  /** The lower third of the screen is three big fields. */
  field: boolean;
  /** For the wall: larger, with nothing to touch. */
  far: boolean;
  /** Dims itself while nothing changes. */
  dims: boolean;
  /** Three pedals on the screen stand in for real ones. */
  standIn: boolean;
  tones: boolean;
  speech: boolean;
  /** 0 to 1. */
  volume: number;
  ear: 'both' | 'left' | 'right';
}

const STORED = 'lantern-hands';
const CHANGED = 'lantern-hands-changed';
const none: Hands = {
  keys: {},
  field: false,
  far: false,
  dims: false,
  standIn: false,
  tones: false,
  speech: false,
  volume: 0.5,
  ear: 'both',
};

let last = { text: '', hands: none };

/** As it is set on this device; what cannot be read is as if nothing had been set. */
export function hands(): Hands {
  const text = localStorage.getItem(STORED) ?? '';
  if (text === last.text) return last.hands;
  let read: Partial<Hands> = {};
  try {
    read = JSON.parse(text || '{}') as Partial<Hands>;
  } catch {
    // Written by something else: begun anew.
  }
  last = { text, hands: { ...none, ...read } };
  return last.hands;
}

export function setHands(part: Partial<Hands>) {
  localStorage.setItem(STORED, JSON.stringify({ ...hands(), ...part }));
  window.dispatchEvent(new Event(CHANGED));
}

const onChange = (heard: () => void) => {
  window.addEventListener(CHANGED, heard);
  window.addEventListener('storage', heard);
  return () => {
    window.removeEventListener(CHANGED, heard);
    window.removeEventListener('storage', heard);
  };
};

export const useHands = () => useSyncExternalStore(onChange, hands);

/** Whose key it is; a pedal that was pressed for another already is that other's. */
export const pedalOf = (keys: Hands['keys'], key: string) => pedals.find((p) => keys[p] === key);
