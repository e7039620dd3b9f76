import { useRef, type PointerEvent } from 'react';
import type { Pedal } from './hands';

/** A brush of the sheet is shorter or wanders further than an elbow, forearm or foot that means it. */
const LEAST_MS = 40;
const MOST_MS = 2500;
const MOST_PX = 60;

interface Props {
  label: string;
  /** What each of the three does now, from left to right. */
  names: Record<Pedal, string>;
  /** Whether two notes are to be told apart just now. */
  choosing: boolean;
  onPedal: (pedal: Pedal) => void;
}

/** Three fields over the lower third of the screen, to be hit with an elbow: note, go on, stop. */
export function ThreeFields({ label, names, choosing, onPedal }: Props) {
  const down = useRef<{ pedal: Pedal; at: number; x: number; y: number } | null>(null);
  const press = (pedal: Pedal) => (e: PointerEvent) => {
    down.current = { pedal, at: e.timeStamp, x: e.clientX, y: e.clientY };
  };
  const lift = (pedal: Pedal) => (e: PointerEvent) => {
    const from = down.current;
    down.current = null;
    if (from?.pedal !== pedal) return;
    const [long, far] = [e.timeStamp - from.at, Math.hypot(e.clientX - from.x, e.clientY - from.y)];
    if (long >= LEAST_MS && long <= MOST_MS && far <= MOST_PX) onPedal(pedal);
  };
  return (
    <div className={choosing ? 'threefields choosing' : 'threefields'} role="group" aria-label={label}>
      {(['note', 'next', 'stop'] as const).map((p) => (
        <button
          key={p}
          type="button"
          className={`to-${p}`}
          onPointerDown={press(p)}
          onPointerUp={lift(p)}
          // A keyboard's Enter or a screen reader's press has no pointer.
          onClick={(e) => e.detail === 0 && onPedal(p)}
        >
          {names[p]}
        </button>
      ))}
    </div>
  );
}
