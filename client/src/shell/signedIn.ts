import { useSyncExternalStore } from 'react';

/** Whether the sign-in has ended under an open page. The page stays as it is underneath. */
let state = { needed: false, wasIn: false };
const listeners = new Set<() => void>();
let cameIn = -1;

/** Whether somebody has signed in since then (by the page's clock). What was asked before says nothing of the sign-in there is now. */
export const signedInSince = (asked: number) => cameIn > asked;

function set(next: typeof state) {
  state = next;
  listeners.forEach((l) => l());
}

export const signInNeeded = () => set({ needed: true, wasIn: true });
export const signedIn = () => {
  cameIn = performance.now();
  set({ needed: false, wasIn: true });
};
export const signedOut = () => set({ needed: false, wasIn: false });

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const signInNow = () => state;

export const useSignedIn = () => useSyncExternalStore(subscribe, signInNow);
