import { useState } from 'react';

/** Up to this width the sheet beside the work is a drawer; the same as in theme/_narrow.scss. */
const isDrawer = () => window.matchMedia('(max-width: 860px)').matches;

/**
 * Whether the drawer is out. Where the sheet has a place of its own there is none to open.
 * @param atOnce a page whose address names what its sheet shows begins with it.
 */
export function useBeside(atOnce = false) {
  const [open, setOpen] = useState(() => atOnce && isDrawer());
  return {
    open,
    show: () => setOpen(isDrawer()),
    close: () => setOpen(false),
  };
}

export type Beside = ReturnType<typeof useBeside>;
