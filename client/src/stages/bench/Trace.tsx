import { useEffect, useRef, useState, type RefObject } from 'react';
import { useTranslation } from 'react-i18next';
import type { DrillTarget } from '../../api/types';
import { kilos } from '../../parts/kilos';
import type { Sample } from './usePractice';
import { band, line, windowOf } from './trace';

interface Props {
  target: DrillTarget;
  samples: RefObject<Sample[]>;
  /** Moves with the last reading; otherwise all of it is shown. */
  live: boolean;
}

const size = { width: 800, height: 248 };

/** Force over time against the envelope: the sum of both hands, each hand faintly, the client's breath along the foot. */
export function Trace({ target, samples, live }: Props) {
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
  const x = (s: number) => ((s - view.from) / (view.to - view.from)) * size.width;
  const y = (n: number) => size.height - 34 - (Math.min(n, most) / most) * (size.height - 50);
  const shown = all.filter((s) => s.seconds >= view.from - 0.2 && s.seconds <= view.to);
  const kg = (n: number) => Math.round(kilos(n));
  const ticks = [0.5, 1, 1.5].map((share) => share * target.peakNewtons);
  return (
    <svg
      className="trace"
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
      <path className="envelope" d={band(target, x, y)} />
      {shown.some((s) => s.breath != null) && (
        <path className="breathline" d={line(shown, x, (s) => size.height - 16 - (s.breath ?? 0) * 11)} />
      )}
      <path className="hand left" d={line(shown, x, (s) => y(s.left))} />
      <path className="hand right" d={line(shown, x, (s) => y(s.right))} />
      <path className="total" d={line(shown, x, (s) => y(s.left + s.right))} />
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
