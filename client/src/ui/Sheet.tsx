import { useEffect, useRef, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { useHeard } from './useHeard';

interface Props {
  id: string;
  label: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}

/**
 * What lies beside the work; where the room is narrow, a drawer that keeps the focus until it is closed. It is one element at every width
 * (the library's drawer makes its contents anew when it opens, and what was half typed would be gone).
 */
export function Sheet({ id, label, open, onClose, children }: Props) {
  const { t } = useTranslation();
  const sheet = useRef<HTMLElement>(null);
  useEffect(() => {
    if (!open) return;
    const before = document.activeElement as HTMLElement | null;
    const rest = [...document.querySelectorAll<HTMLElement>('.frame > *, .middle > *')].filter(
      (e) => !e.contains(sheet.current) && !e.classList.contains('sideback'),
    );
    rest.forEach((e) => (e.inert = true));
    sheet.current?.focus();
    return () => {
      rest.forEach((e) => (e.inert = false));
      before?.focus();
    };
  }, [open]);
  // Escape closes the drawer before anything below it hears of it; a room that grew wide needs none.
  useHeard(
    'keydown',
    (e) => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      onClose();
    },
    { first: true, when: open },
  );
  useHeard('resize', onClose, { when: open });
  return (
    <>
      {/* Reachable by keyboard, because it may have to be scrolled. */}
      <aside id={id} ref={sheet} className={open ? 'side open' : 'side'} tabIndex={0} aria-label={label}>
        <button type="button" className="pill sideclose" onClick={onClose}>
          {t('shell.back')}
        </button>
        {children}
      </aside>
      {open && <div className="sideback" onClick={onClose} />}
    </>
  );
}
