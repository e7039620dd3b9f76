import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { known } from '../../api/named';
import { useChange } from '../../api/useVisit';
import { Rate } from '../../parts/Rate';
import type { Moment } from './moment';

/** At a step that looks again: what was measured before, to be measured anew beside its value. */
export function Recheck({ moment, visit, words }: { moment: Moment; visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  if (known(visit.plan.steps, moment.step.id)?.role !== 'recheck') return null;
  const before = visit.changes.filter((c) => c.before != null);
  return (
    <section className="recheck" aria-label={t('recheck.title')}>
      <h2>{t('recheck.title')}</h2>
      {before.length === 0 && <p className="soft">{t('recheck.none')}</p>}
      {before.map((c) => {
        const measure = known(words.measures, c.measure);
        return (
          measure && (
            <div key={c.measure} className="again">
              <Rate
                measure={measure}
                value={c.after ?? null}
                other={c.before}
                disabled={!visit.may['rate-after']?.allowed}
                onRate={(after) => change('put', 'reflect', { after: [{ measure: c.measure, after }] })}
              />
              <span className="soft">{t('recheck.was', { value: c.before })}</span>
            </div>
          )
        );
      })}
    </section>
  );
}
