import { useSyncExternalStore } from 'react';

/** Whether the sign-in has ended under an open page. The page stays as it is underneath. */
let state = { needed: false, wasIn: false };
const listeners = new Set<() => void>();

function set(next: typeof state) {
  state = next;
  listeners.forEach((l) => l());
}

export const signInNeeded = () => set({ needed: true, wasIn: true });
export const signedIn = () => set({ needed: false, wasIn: true });
export const signedOut = () => set({ needed: false, wasIn: false });

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useDoor = () => useSyncExternalStore(subscribe, () => state);
