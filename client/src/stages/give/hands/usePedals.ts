import { useEffect, useRef } from 'react';
import { oncePerPress } from './once';
import { pedalOf, useHands, type Pedal } from './hands';

/**
 * Pedals as the keys they send, before any other key of the page hears of them.
 * @returns what a touch field calls for the same.
 */
export function usePedals(on: (pedal: Pedal) => void, away: boolean) {
  const { keys } = useHands();
  const latest = useRef({ on, keys, away });
  const once = useRef(oncePerPress());
  useEffect(() => {
    latest.current = { on, keys, away };
  });
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      if (latest.current.away) return;
      const pedal = pedalOf(latest.current.keys, e.key);
      if (!pedal) return;
      e.preventDefault();
      e.stopImmediatePropagation();
      if (once.current() && !e.repeat) latest.current.on(pedal);
    };
    window.addEventListener('keydown', listen, { capture: true });
    return () => window.removeEventListener('keydown', listen, { capture: true });
  }, []);
  return (pedal: Pedal) => {
    if (once.current()) latest.current.on(pedal);
  };
}
