import { useEffect } from 'react';

/** Keeps the screen lit while the page is open. The browser takes the lock back whenever the page is hidden, so it is asked for again. */
export function useWakeLock() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let left = false;
    const request = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock
        ?.request('screen')
        .then((l) => (left ? void l.release() : (lock = l)))
        .catch(() => undefined);
    };
    request();
    document.addEventListener('visibilitychange', request);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', request);
      void lock?.release();
    };
  }, []);
}
