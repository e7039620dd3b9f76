import { useCallback, useEffect, useRef, useState, type PointerEvent } from 'react';
import { commandOf, keysOf, type CommandOf } from '../../shell/commands';
import { useHeard } from '../../ui/useHeard';
import { useSteady } from '../../ui/useSteady';

/** Newtons a second that a held key adds or takes, as a share of the peak. */
const keyRate = 0.32;
const mostShift = 0.5;

/** Turns keys, a pointer or a pen into the force wanted under each hand, sixty times a second. */
export function usePressInput(active: boolean, peak: number, send: (left: number, right: number) => void) {
  const force = useRef(0);
  const shift = useRef(0);
  const held = useRef(new Set<string>());
  const onPad = useRef(false);
  const [shown, setShown] = useState({ force: 0, shift: 0 });
  const sendOn = useSteady(send);
  const most = peak * 2;

  useEffect(() => {
    if (!active) return;
    force.current = 0;
    shift.current = 0;
    const keys = held.current;
    let before = performance.now();
    let frame = 0;
    const tick = (now: number) => {
      const dt = (now - before) / 1000;
      before = now;
      const on = (command: CommandOf<'bench'>) => (keysOf('bench', command).some((k) => keys.has(k)) ? 1 : 0);
      const down = on('deeper') - on('lighter');
      const side = on('right') - on('left');
      if (on('letGo')) force.current = Math.max(0, force.current - 1.2 * peak * dt);
      force.current = Math.min(most, Math.max(0, force.current + down * keyRate * peak * dt));
      shift.current = Math.min(mostShift, Math.max(-mostShift, shift.current + side * 0.25 * dt));
      const right = 0.5 + shift.current;
      sendOn(force.current * (1 - right), force.current * right);
      setShown({ force: force.current, shift: shift.current });
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => {
      cancelAnimationFrame(frame);
      keys.clear();
    };
  }, [active, peak, most, sendOn]);

  useHeard(
    'keydown',
    (e) => {
      if (
        !commandOf('bench', e.key) ||
        (e.target instanceof HTMLElement && /^(INPUT|SELECT|BUTTON)$/.test(e.target.tagName) && e.key === ' ')
      )
        return;
      e.preventDefault();
      held.current.add(e.key);
    },
    { when: active },
  );
  useHeard('keyup', (e) => held.current.delete(e.key), { when: active });

  const at = useCallback(
    (e: PointerEvent<HTMLElement>) => {
      if (!onPad.current) return;
      const box = e.currentTarget.getBoundingClientRect();
      shift.current = Math.min(mostShift, Math.max(-mostShift, (e.clientX - box.left) / box.width - 0.5));
      // A pen feels its own force; a finger or mouse goes down the pad.
      force.current =
        e.pointerType === 'pen' && e.pressure > 0
          ? e.pressure * most
          : Math.min(1, Math.max(0, (e.clientY - box.top) / box.height)) * peak * 1.5;
    },
    [most, peak],
  );

  return {
    shown,
    pad: {
      onPointerDown: (e: PointerEvent<HTMLElement>) => {
        onPad.current = true;
        e.currentTarget.setPointerCapture(e.pointerId);
        at(e);
      },
      onPointerMove: at,
      onPointerUp: () => {
        onPad.current = false;
        force.current = 0;
      },
    },
  };
}
