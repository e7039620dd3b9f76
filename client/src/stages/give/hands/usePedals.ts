import { useEffect, useRef } from 'react';
import { isTyping, useFirstKeys } from '../../../shell/keys';
import { standIn } from './devices';
import { pedalOf, useHands, type Pedal } from './hands';
import { oncePerPress } from './once';

/**
 * Pedals as the keys they send, before any other key of the page hears of them.
 * @param away whether a sheet lies over the page, which keeps its keys.
 * @returns what a touch field calls for the same.
 */
export function usePedals(on: (pedal: Pedal) => void, away: boolean) {
  const { keys } = useHands();
  const once = useRef(oncePerPress());
  useFirstKeys((e) => {
    // A letter that is being written is no pedal.
    const written = isTyping(e) && e.key.length === 1;
    const pedal = away || written ? undefined : pedalOf(keys, e.key);
    if (pedal && once.current() && !e.repeat) on(pedal);
    return pedal !== undefined;
  });
  const press = (pedal: Pedal) => {
    if (!away && once.current()) on(pedal);
  };
  const latest = useRef(press);
  useEffect(() => {
    latest.current = press;
  });
  useEffect(() => standIn.listen((pedal) => latest.current(pedal)), []);
  return press;
}
