import { scaleLinear } from '@visx/scale';
import { Bar, Line } from '@visx/shape';
import type { LibraryCard } from '../../api/types';

const [WIDE, HIGH] = [260, 40];
const height = { left: 12, right: 28, both: 20, mid: 20 };

/** A flow as a small thread: when each side is worked, how deep, and with what. */
export function RunStrip({ card }: { card: LibraryCard }) {
  const total = Math.max(1, ...card.runs.map((r) => r.start + r.seconds));
  const x = scaleLinear({ domain: [0, total], range: [3, WIDE - 3] });
  return (
    <svg className="runstrip" viewBox={`0 0 ${WIDE} ${HIGH}`} aria-hidden="true">
      <Line className="strand" from={{ x: 3, y: 20 }} to={{ x: WIDE - 3, y: 20 }} />
      {card.runs.map((r, i) => {
        const w = Math.max(2, x(r.start + r.seconds) - x(r.start) - 1);
        const h = 3 + r.level * 2;
        return (
          <Bar
            key={i}
            className={`run ${r.family}`}
            x={x(r.start)}
            y={height[r.side] - h / 2}
            width={w}
            height={h}
            rx={Math.min(h / 2, w / 2)}
          />
        );
      })}
    </svg>
  );
}
