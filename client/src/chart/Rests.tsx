import type { RestShape } from '../api/types';

/** What somebody lies, sits or leans on, behind them. */
export function Rests({ shapes }: { shapes: RestShape[] }) {
  return (
    <g className="rests">
      {shapes.map((s, i) => (
        <g key={i} className={`rest ${s.what}`}>
          <path className="sides" d={s.outline} />
          <path className="face" d={s.face} />
        </g>
      ))}
    </g>
  );
}
