import { scaleLinear } from '@visx/scale';
import { Line } from '@visx/shape';
import { useTranslation } from 'react-i18next';
import type { Change, Measure, VisitView, Vocabulary } from '../../api/types';
import { AnotherMeasure } from '../../parts/measures/AnotherMeasure';
import { compared, familiesOf, saidPair, saidValue, shownValue, unitOf } from '../../parts/measures/families';
import { MeasureRow } from '../../parts/measures/MeasureRow';
import { SidesApart } from '../../parts/measures/SidesApart';
import { SinceLast } from '../../parts/measures/SinceLast';
import { useTaking } from '../../parts/measures/useTaking';
import { sourceLine } from '../../parts/spoken';

/** Before and after as pairs on a scale, with the change that counts drawn in. A signed visit shows what was taken, as it was judged. */
export function Pairs({ visit, words, locked }: { visit: VisitView; words: Vocabulary; locked: boolean }) {
  const { t } = useTranslation();
  const { shown, others, add, take, swap } = useTaking(visit, words, 'after');
  const sealed = familiesOf(visit.outcome.taken.map((j) => j.measure).filter((m) => !m.ofDays));
  const days = visit.outcome.taken.filter((j) => j.measure.ofDays);
  return (
    <section className="pairs measures" aria-label={t('reflect.pairs')}>
      {(locked ? sealed : shown).map((family) => (
        <MeasureRow
          key={family.id}
          family={family}
          words={words}
          changes={visit.changes}
          when="after"
          disabled={locked}
          clientId={visit.client.id}
          onSwap={swap}
          onTake={(m, taken) => void take(m, taken)}
          beside={(m, change) => change && <Verdict measure={m} change={change} />}
        />
      ))}
      {days.length > 0 && (
        <div className="measurerow" role="group" aria-label={t('measure.days')}>
          <p className="mname soft small">{t('measure.days')}</p>
          {days.map((j) => (
            <SinceLast key={j.measure.id} measure={j.measure} change={j.change} named />
          ))}
        </div>
      )}
      <SidesApart visit={visit} />
      {!locked && <AnotherMeasure others={others} onChoose={add} />}
    </section>
  );
}

function Verdict({ measure: m, change: c }: { measure: Measure; change: Change }) {
  const { t } = useTranslation();
  if (c.before == null && c.after == null) return null;
  const at = compared(c);
  return (
    <div className="judged">
      <Scale measure={m} change={c} />
      <p className={`verdict ${c.verdict}`}>
        {at
          ? `${saidPair(m, ...at)} · ${t(`verdict.${c.verdict}`)}`
          : c.before == null
            ? t('reflect.noBefore')
            : t('reflect.notAgain', { value: saidValue(m, c.before) })}
        <span className="soft small" title={sourceLine(m.source)}>
          {t('reflect.countsFrom', { by: shownValue(m, c.threshold), unit: unitOf(m) })}
        </span>
      </p>
    </div>
  );
}

const WIDE = 170;

function Scale({ measure, change }: { measure: Measure; change: Change }) {
  const x = scaleLinear({ domain: [measure.min, measure.max], range: [6, WIDE - 6], clamp: true });
  if (change.before == null) return <svg width={WIDE} height={20} aria-hidden="true" />;
  const ways = { lower: [-1], higher: [1], none: [-1, 1] }[measure.direction] ?? [];
  return (
    <svg className="pairscale" width={WIDE} height={20} aria-hidden="true">
      <Line className="strand" from={{ x: 6, y: 10 }} to={{ x: WIDE - 6, y: 10 }} />
      {ways.map((way) => {
        const at = x(change.before! + way * change.threshold);
        return <Line key={way} className="threshold" from={{ x: at, y: 3 }} to={{ x: at, y: 17 }} />;
      })}
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
