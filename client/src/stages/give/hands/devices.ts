import type { Pedal } from './hands';

/** Something with three switches. A pedal that sends keys is one; the stand-in below is one; one with a protocol of its own would be. */
export interface PedalDevice {
  /** Tells every closing of a switch as it comes, rattle and all. */
  listen: (closed: (pedal: Pedal) => void) => () => void;
}

/** Milliseconds after the first contact at which a worn switch closes again. */
const RATTLE_MS = [9, 24];

/** Stand-in for a pedal: its switches rattle as real ones do. */
export function simulatedPedals(): PedalDevice & { press: (pedal: Pedal) => void } {
  const heard = new Set<(pedal: Pedal) => void>();
  const close = (pedal: Pedal) => heard.forEach((h) => h(pedal));
  return {
    listen: (closed) => {
      heard.add(closed);
      return () => heard.delete(closed);
    },
    press: (pedal) => {
      close(pedal);
      RATTLE_MS.forEach((ms) => setTimeout(() => close(pedal), ms));
    },
  };
}

/** The one that stands in on this page. */
export const standIn = simulatedPedals();
