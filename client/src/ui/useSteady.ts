import { useCallback, useLayoutEffect, useRef } from 'react';

/** One function for good that does what the newest one does: who is given it need not be drawn anew for it. */
export function useSteady<A extends unknown[], R>(does: (...given: A) => R): (...given: A) => R {
  const newest = useRef(does);
  useLayoutEffect(() => {
    newest.current = does;
  });
  return useCallback((...given: A) => newest.current(...given), []);
}
