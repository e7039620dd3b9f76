import { scaleLinear, scalePoint } from '@visx/scale';
import { Line } from '@visx/shape';
import { useTranslation } from 'react-i18next';
import type { Measure, Trend } from '../../api/types';
import { day, sourceLine } from '../../parts/spoken';

const WIDE = 250;
const HIGH = 84;

/** A measure over the visits: before and after of each as a stroke, and what it comes to. */
export function TrendLine({ trend, measure }: { trend: Trend; measure: Measure }) {
  const { t } = useTranslation();
  const { overall, points } = trend;
  const x = scalePoint({ domain: points.map((p) => p.date), range: [16, WIDE - 16] });
  const y = scaleLinear({ domain: [measure.min, measure.max], range: [HIGH - 12, 12] });
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
        {[measure.min, measure.max].map((v) => (
          <Line key={v} className="grid" from={{ x: 8, y: y(v) }} to={{ x: WIDE - 8, y: y(v) }} />
        ))}
        {points.map((p) => (
          <g key={p.date}>
            {p.before != null && p.after != null && (
              <Line className="fall" from={{ x: x(p.date), y: y(p.before) }} to={{ x: x(p.date), y: y(p.after) }} />
            )}
            {p.before != null && <circle className="was" cx={x(p.date)} cy={y(p.before)} r={4} />}
            {p.after != null && <circle className="is" cx={x(p.date)} cy={y(p.after)} r={5} />}
          </g>
        ))}
      </svg>
      <p className="soft small">{t('reflect.counts', { by: overall.threshold, source: sourceLine(measure.source) })}</p>
    </figure>
  );
}
