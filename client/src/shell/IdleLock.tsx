import { useEffect } from 'react';
import { ask, http } from '../api/http';
import { signInNeeded } from './door';

const signs = ['pointerdown', 'pointermove', 'keydown', 'wheel', 'touchstart', 'lantern-giving'] as const;

/** Locks the page when nobody has touched it for a while. A running session counts as being touched. */
export function IdleLock({ minutes }: { minutes: number }) {
  useEffect(() => {
    let last = Date.now();
    const touch = () => (last = Date.now());
    signs.forEach((s) => window.addEventListener(s, touch, { passive: true }));
    const timer = setInterval(() => {
      if (Date.now() - last > minutes * 60_000) {
        last = Date.now();
        void ask(http.POST('/api/sign-out')).finally(signInNeeded);
      }
    }, 5000);
    return () => {
      clearInterval(timer);
      signs.forEach((s) => window.removeEventListener(s, touch));
    };
  }, [minutes]);
  return null;
}
