import { useTranslation } from 'react-i18next';
import type { Change, Measure, MeasureJudged, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { Rate } from '../../parts/Rate';
import { sourceLine } from '../../parts/spoken';

/** Before and after as pairs on a scale, with the change that counts drawn in. */
export function Pairs({ visit, locked }: { visit: VisitView; locked: boolean }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const { taken, others } = visit.outcome;
  const row = ({ measure: m, change: c }: MeasureJudged) => (
    <div key={m.id} className="pair">
      <Rate
        measure={m}
        value={c.after ?? null}
        other={c.before}
        disabled={locked}
        onRate={(after) => change('put', 'reflect', { after: [{ measure: m.id, after }] })}
      />
      <Scale measure={m} change={c} />
      <p className={`verdict ${c.verdict}`}>
        {c.verdict !== 'not-measured'
          ? `${c.before} → ${c.after} · ${t(`verdict.${c.verdict}`)}`
          : c.before == null
            ? t('reflect.noBefore')
            : t('reflect.before', { value: c.before })}
        <span className="soft small" title={sourceLine(m.source)}>
          {t('reflect.counts', { by: c.threshold, source: sourceLine(m.source) })}
        </span>
      </p>
    </div>
  );
  return (
    <section className="pairs" aria-label={t('reflect.pairs')}>
      {taken.map(row)}
      {others.length > 0 && !locked && (
        <details className="fold" open={taken.length === 0}>
          <summary>{t('reflect.others', { count: others.length })}</summary>
          {others.map(row)}
        </details>
      )}
    </section>
  );
}

const WIDE = 170;

function Scale({ measure, change }: { measure: Measure; change: Change }) {
  const x = (v: number) => 6 + ((v - measure.min) / (measure.max - measure.min)) * (WIDE - 12);
  if (change.before == null) return <svg width={WIDE} height={20} aria-hidden="true" />;
  const towards = measure.direction === 'lower' ? change.before - change.threshold : change.before + change.threshold;
  return (
    <svg className="pairscale" width={WIDE} height={20} aria-hidden="true">
      <path className="strand" d={`M6 10H${WIDE - 6}`} />
      <path className="threshold" d={`M${x(Math.min(measure.max, Math.max(measure.min, towards)))} 3v14`} />
      <circle className="was" cx={x(change.before)} cy={10} r={4.5} />
      {change.after != null && (
        <>
          <path className={`went ${change.verdict}`} d={`M${x(change.before)} 10H${x(change.after)}`} />
          <circle className={`is ${change.verdict}`} cx={x(change.after)} cy={10} r={5.5} />
        </>
      )}
    </svg>
  );
}
