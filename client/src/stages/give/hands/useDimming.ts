import { useEffect, useState } from 'react';

const DIMS_AFTER_MS = 60_000;

/** Whether the screen may be dim: nobody touched anything and nothing changed for a minute. A touch or a change lights it again. */
export function useDimming(wanted: boolean, change: string): boolean {
  const [dim, setDim] = useState(false);
  useEffect(() => {
    if (!wanted) return;
    let timer: ReturnType<typeof setTimeout>;
    const wake = () => {
      setDim(false);
      clearTimeout(timer);
      timer = setTimeout(() => setDim(true), DIMS_AFTER_MS);
    };
    wake();
    const signs = ['pointerdown', 'pointermove', 'keyup', 'touchstart'] as const;
    signs.forEach((s) => window.addEventListener(s, wake));
    return () => {
      clearTimeout(timer);
      signs.forEach((s) => window.removeEventListener(s, wake));
    };
  }, [wanted, change]);
  return wanted && dim;
}

/** Fills the screen with the page, or gives the rest back. */
export const fillScreen = () =>
  void (document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen?.())?.catch(
    () => undefined,
  );
