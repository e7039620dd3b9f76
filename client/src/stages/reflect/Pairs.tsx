import { scaleLinear } from '@visx/scale';
import { Line } from '@visx/shape';
import { useTranslation } from 'react-i18next';
import type { Change, Measure, MeasureJudged, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { Rate } from '../../parts/Rate';
import { sourceLine } from '../../parts/spoken';
import { Fold } from '../../ui/Fold';

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
        <Fold title={t('reflect.others', { count: others.length })} open={taken.length === 0}>
          {others.map(row)}
        </Fold>
      )}
    </section>
  );
}

const WIDE = 170;

function Scale({ measure, change }: { measure: Measure; change: Change }) {
  const x = scaleLinear({ domain: [measure.min, measure.max], range: [6, WIDE - 6], clamp: true });
  if (change.before == null) return <svg width={WIDE} height={20} aria-hidden="true" />;
  const towards = measure.direction === 'lower' ? change.before - change.threshold : change.before + change.threshold;
  return (
    <svg className="pairscale" width={WIDE} height={20} aria-hidden="true">
      <Line className="strand" from={{ x: 6, y: 10 }} to={{ x: WIDE - 6, y: 10 }} />
      <Line className="threshold" from={{ x: x(towards), y: 3 }} to={{ x: x(towards), y: 17 }} />
      <circle className="was" cx={x(change.before)} cy={10} r={4.5} />
      {change.after != null && (
        <>
          <Line
            className={`went ${change.verdict}`}
            from={{ x: x(change.before), y: 10 }}
            to={{ x: x(change.after), y: 10 }}
          />
          <circle className={`is ${change.verdict}`} cx={x(change.after)} cy={10} r={5.5} />
        </>
      )}
    </svg>
  );
}
