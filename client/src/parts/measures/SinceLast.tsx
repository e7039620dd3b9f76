import { useTranslation } from 'react-i18next';
import type { Change, Measure } from '../../api/types';
import { day, sourceLine } from '../spoken';
import { compared, saidPair, saidValue, shownValue, unitOf } from './families';

/** What asks about the days before: today's value beside the one of the visit before, as it was judged. */
export function SinceLast({ measure: m, change: c, named }: { measure: Measure; change: Change; named?: boolean }) {
  const { t } = useTranslation();
  const at = compared(c);
  if (c.before == null || (!at && !named)) return null;
  return (
    <p className={`verdict ${c.verdict}`}>
      {named && <b>{m.name} </b>}
      {at && c.earlier
        ? `${saidPair(m, ...at)} · ${t('measure.since', { date: day(c.earlier.on), verdict: t(`verdict.${c.verdict}`) })}`
        : t('measure.nextTime', { value: saidValue(m, c.before) })}
      {at && ' '}
      {at && (
        <span className="soft small" title={sourceLine(m.source)}>
          {t('reflect.countsFrom', { by: shownValue(m, c.threshold), unit: unitOf(m) })}
        </span>
      )}
    </p>
  );
}
