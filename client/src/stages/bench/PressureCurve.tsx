import { scaleLinear } from '@visx/scale';
import { Area, LinePath } from '@visx/shape';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { useTranslation } from 'react-i18next';
import type { DrillTarget } from '../../api/types';
import { kilos } from '../../parts/kilos';
import { onePerPixel, windowOf } from './curve';
import type { Sample } from './useDrill';

interface Props {
  target: DrillTarget;
  samples: RefObject<Sample[]>;
  /** Moves with the last reading; otherwise all of it is shown. */
  live: boolean;
}

const size = { width: 800, height: 248 };

/** Force over time against the envelope: the sum of both hands, each hand faintly, the client's breath along the foot. */
export function PressureCurve({ target, samples, live }: Props) {
  const { t } = useTranslation();
  const [seen, setSeen] = useState(0);
  const frame = useRef(0);
  useEffect(() => {
    if (!live) return;
    const tick = () => {
      setSeen(samples.current.length);
      frame.current = requestAnimationFrame(tick);
    };
    frame.current = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame.current);
  }, [live, samples]);
  // The readings are a stream; the beat says when to look at it again.
  const all = samples.current;
  void seen;
  const last = all.at(-1);
  const view = windowOf(target, last?.seconds ?? 0, live);
  const most = target.peakNewtons * 1.55;
  const x = scaleLinear({ domain: [view.from, view.to], range: [0, size.width] });
  const y = scaleLinear({ domain: [0, most], range: [size.height - 34, 16], clamp: true });
  const shown = onePerPixel(
    all.filter((s) => s.seconds >= view.from - 0.2 && s.seconds <= view.to),
    x,
  );
  const force = (className: string, of: (s: Sample) => number) => (
    <LinePath className={className} data={shown} x={(s) => x(s.seconds)} y={(s) => y(of(s))} />
  );
  const kg = (n: number) => Math.round(kilos(n));
  // The top line has no room for a third: there stands what to do.
  const ticks = [0.5, 1].map((share) => share * target.peakNewtons);
  return (
    <svg
      className="curve"
      viewBox={`0 0 ${size.width} ${size.height}`}
      role="img"
      aria-label={t('bench.trace', {
        total: Math.round((last?.left ?? 0) + (last?.right ?? 0)),
        wanted: Math.round(target.peakNewtons),
      })}
    >
      {ticks.map((n) => (
        <g key={n} className="rule">
          <path d={`M0 ${y(n)}H${size.width}`} />
          <text x={size.width - 4} y={y(n) - 4} textAnchor="end">
            {kg(n)} {t('press.kg')}
          </text>
        </g>
      ))}
      <Area
        className="envelope"
        data={target.band!}
        x={(c) => x(c.seconds)}
        y0={(c) => y(c.low)}
        y1={(c) => y(c.high)}
      />
      {shown.some((s) => s.breath != null) && (
        <LinePath
          className="breathline"
          data={shown}
          x={(s) => x(s.seconds)}
          y={(s) => size.height - 16 - (s.breath ?? 0) * 11}
        />
      )}
      {force('hand left', (s) => s.left)}
      {force('hand right', (s) => s.right)}
      {force('total', (s) => s.left + s.right)}
      {last && live && <circle className="nowdot" cx={x(last.seconds)} cy={y(last.left + last.right)} r={5} />}
      {target.phases
        .filter(
          (p) => x(p.startSeconds) > -200 && x(p.startSeconds) < size.width && p.seconds > (view.to - view.from) / 14,
        )
        .map((p) => (
          <text key={p.startSeconds} className="say" x={Math.max(4, x(p.startSeconds) + 4)} y={14}>
            {p.say}
          </text>
        ))}
    </svg>
  );
}
