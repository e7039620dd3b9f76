import { useEffect, useRef, type FocusEvent, type KeyboardEvent, type ReactNode } from 'react';
import ButtonToolbar from 'react-bootstrap/ButtonToolbar';

const tools = 'button:not(:disabled)';

/**
 * A row of buttons that is one stop for Tab; the arrows, Home and End go along it (WAI-ARIA Authoring Practices, toolbar).
 * Fields inside keep their own keys.
 */
export function ToolBar({ label, className, children }: { label: string; className?: string; children: ReactNode }) {
  const bar = useRef<HTMLDivElement>(null);
  const all = () => [...bar.current!.querySelectorAll<HTMLElement>(tools)];
  /** Exactly one of them can be reached by Tab: the one used last that is still there. */
  useEffect(() => {
    const buttons = [...bar.current!.querySelectorAll<HTMLElement>('button')];
    const open = all();
    const stop = open.find((b) => b.tabIndex === 0 && b.dataset.stop) ?? open[0];
    for (const b of buttons) b.tabIndex = b === stop ? 0 : -1;
  });
  const onFocus = (e: FocusEvent) => {
    if (!(e.target instanceof HTMLButtonElement)) return;
    for (const b of all()) {
      b.tabIndex = b === e.target ? 0 : -1;
      if (b === e.target) b.dataset.stop = 'here';
      else delete b.dataset.stop;
    }
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (!(e.target instanceof HTMLButtonElement)) return;
    const open = all();
    const at = open.indexOf(e.target);
    const to = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: open.length - 1 }[e.key];
    if (to === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    open.at(to % open.length)?.focus();
  };
  return (
    <ButtonToolbar ref={bar} className={className} aria-label={label} onFocus={onFocus} onKeyDown={onKeyDown}>
      {children}
    </ButtonToolbar>
  );
}
