import type { Run, Shape } from './layout';

function path(shape: Shape, x: number, y: number, r: number, half: number): string {
  switch (shape) {
    case 'foot': {
      const c = r * 0.45;
      const e = r * 0.92;
      return `M${x - e + c} ${y - e}h${2 * (e - c)}q${c} 0 ${c} ${c}v${2 * (e - c)}q0 ${c} ${-c} ${c}h${-2 * (e - c)}q${-c} 0 ${-c} ${-c}v${-2 * (e - c)}q0 ${-c} ${c} ${-c}z`;
    }
    case 'fist':
      return `M${x} ${y - r * 1.15}L${x + r * 1.05} ${y}L${x} ${y + r * 1.15}L${x - r * 1.05} ${y}z`;
    case 'forearm':
      return `M${x - r * 0.5} ${y - r}h${r}v${2 * r}h${-r}z`;
    case 'knee':
      return `M${x - r} ${y + r * 0.8}L${x} ${y - r}L${x + r} ${y + r * 0.8}z`;
    case 'seat':
      return `M${x - r} ${y - r * 0.5}h${2 * r}a${r} ${r} 0 0 1 ${-2 * r} 0z`;
    case 'stretch':
      return `M${x - half} ${y}q${half} ${-r * 1.7} ${2 * half} 0q${-half} ${r * 1.7} ${-2 * half} 0z`;
    case 'hold': {
      const h = Math.max(half, r);
      return `M${x - h + r} ${y - r}h${2 * (h - r)}a${r} ${r} 0 0 1 0 ${2 * r}h${-2 * (h - r)}a${r} ${r} 0 0 1 0 ${-2 * r}z`;
    }
    default:
      return `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;
  }
}

const hollow = (shape: Shape) => shape === 'thumb' || shape === 'stretch';

/** The beads of one step, or its ridge with the count; how many of them are done. */
export function Beads({ run, look, done = 0 }: { run: Run; look: string; done?: number }) {
  const open = hollow(run.shape) ? 'hollow' : '';
  if (run.ridge) {
    const { x0, x1, r, pitch, count } = run.ridge;
    const wide = Math.max(x1 - x0 - 1.5, 2 * r);
    const middle = (x0 + x1) / 2;
    return (
      <g>
        <path
          className={`bead ${open} ${look} ${done === Infinity ? 'done' : ''}`}
          d={path('hold', middle, run.y, r, wide / 2)}
        />
        {!open && wide > 10 && (
          <path
            className="bead notch"
            d={`M${x0 + r} ${run.y}H${x1 - r}`}
            strokeDasharray={`0.1 ${Math.max(3.4, pitch)}`}
          />
        )}
        {count > 0 && wide > 9 && (
          <text className="count" x={middle} y={run.y + (run.step.side === 'right' ? r + 12 : -r - 4)}>
            {count}
          </text>
        )}
      </g>
    );
  }
  return (
    <g>
      {run.beads.map((b, i) => (
        <path
          key={i}
          className={`bead ${open} ${look} ${i < done ? 'done' : ''}`}
          d={path(run.shape, b.x, b.y, b.r, b.half)}
        />
      ))}
    </g>
  );
}

export function Knot({ x, y, big }: { x: number; y: number; big: boolean }) {
  const w = big ? 6.5 : 4;
  const h = big ? 4 : 2.6;
  return (
    <path
      className="knot"
      d={`M${x} ${y}c${w} ${-h * 1.6} ${w} ${h * 1.6} 0 0c${-w} ${-h * 1.6} ${-w} ${h * 1.6} 0 0z`}
    />
  );
}
