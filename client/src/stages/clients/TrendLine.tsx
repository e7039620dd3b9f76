import { useTranslation } from 'react-i18next';
import type { Measure, Trend } from '../../api/types';
import { day, sourceLine } from '../../parts/spoken';

const WIDE = 250;
const HIGH = 84;

/** A measure over the visits: before and after of each as a stroke, and what it comes to. */
export function TrendLine({ trend, measure }: { trend: Trend; measure: Measure }) {
  const { t } = useTranslation();
  const { overall, points } = trend;
  const x = (i: number) => 16 + (i / Math.max(1, points.length - 1)) * (WIDE - 32);
  const y = (v: number) => HIGH - 12 - ((v - measure.min) / (measure.max - measure.min)) * (HIGH - 24);
  const said = points.map((p) => `${day(p.date)}: ${p.before ?? '–'} → ${p.after ?? '–'}`).join('; ');
  return (
    <figure className={`trend ${overall.verdict}`}>
      <figcaption>
        <b className="serif">{measure.name}</b>
        <span>
          {overall.before ?? '–'} → {overall.after ?? '–'} · {t(`verdict.${overall.verdict}`)}
        </span>
      </figcaption>
      <svg width={WIDE} height={HIGH} role="img" aria-label={`${measure.name}. ${said}`}>
        <path className="grid" d={`M8 ${y(measure.min)}H${WIDE - 8}M8 ${y(measure.max)}H${WIDE - 8}`} />
        {points.map((p, i) => (
          <g key={p.date}>
            {p.before != null && p.after != null && (
              <path className="fall" d={`M${x(i)} ${y(p.before)}V${y(p.after)}`} />
            )}
            {p.before != null && <circle className="was" cx={x(i)} cy={y(p.before)} r={4} />}
            {p.after != null && <circle className="is" cx={x(i)} cy={y(p.after)} r={5} />}
          </g>
        ))}
      </svg>
      <p className="soft small">{t('reflect.counts', { by: overall.threshold, source: sourceLine(measure.source) })}</p>
    </figure>
  );
}
