import { useEffect } from 'react';
import { ask, http } from '../api/http';
import { signedIn, signedOut, signInNeeded } from './signedIn';
import { onTabs, tellTabs } from './tabs';

const signs = ['pointerdown', 'pointermove', 'keydown', 'wheel', 'touchstart', 'lantern-giving'] as const;
const toldEveryMs = 1000;
const lookEveryMs = 5000;

interface Props {
  minutes: number;
  /** Id of whoever is signed in on this page. */
  who?: string | null;
}

/**
 * Locks the page when nobody has touched it, or another tab of this browser, for a while: every page, unless a session is running
 * in one of them. What one tab learns of the door, all do.
 */
export function IdleLock({ minutes, who }: Props) {
  useEffect(() => {
    let last = Date.now();
    let told = 0;
    const touch = () => {
      last = Date.now();
      if (last - told < toldEveryMs) return;
      told = last;
      tellTabs({ kind: 'touched' });
    };
    signs.forEach((s) => window.addEventListener(s, touch, { passive: true }));
    // Whoever opens a page is here.
    touch();
    const deaf = onTabs((word) => {
      if (word.kind === 'touched') last = Date.now();
      else if (word.kind === 'locked') signInNeeded();
      else if (word.kind === 'out') signedOut();
      // The same person came in elsewhere: this page is open again. Somebody else begins anew.
      else if (word.who === who) signedIn();
      else window.location.reload();
    });
    const timer = setInterval(() => {
      if (Date.now() - last > minutes * 60_000) {
        last = Date.now();
        tellTabs({ kind: 'locked' });
        void ask(http.POST('/api/sign-out', { body: { everywhere: false, idle: true } })).finally(signInNeeded);
      }
    }, lookEveryMs);
    return () => {
      deaf();
      clearInterval(timer);
      signs.forEach((s) => window.removeEventListener(s, touch));
    };
  }, [minutes, who]);
  return null;
}
