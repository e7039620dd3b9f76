import { useLayoutEffect } from 'react';
import { useSteady } from './useSteady';

/**
 * Hears one kind of event on the whole page while shown.
 * In a layout effect, so that a key pressed the moment its page is seen is not lost.
 * @param first whether it is heard before anything else on the page hears it.
 * @param when whether it is heard now.
 */
export function useHeard<K extends keyof WindowEventMap>(
  kind: K,
  heard: (e: WindowEventMap[K]) => void,
  { first = false, when = true }: { first?: boolean; when?: boolean } = {},
) {
  const steady = useSteady(heard);
  useLayoutEffect(() => {
    if (!when) return;
    window.addEventListener(kind, steady, { capture: first });
    return () => window.removeEventListener(kind, steady, { capture: first });
  }, [kind, steady, first, when]);
}
