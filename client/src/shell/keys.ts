import { useEffect, useRef } from 'react';

/** Whether a key press belongs to a field being typed in. */
export const isTyping = (e: KeyboardEvent) =>
  e.target instanceof HTMLElement && (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName));

/** Listens to keys while mounted; fields keep their own. */
export function useKeys(handle: (e: KeyboardEvent) => void) {
  const latest = useRef(handle);
  useEffect(() => {
    latest.current = handle;
  });
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      if (!isTyping(e) && !document.querySelector('.modal.show, .door')) latest.current(e);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

export const openKeys = () => window.dispatchEvent(new Event('lantern-keys'));
