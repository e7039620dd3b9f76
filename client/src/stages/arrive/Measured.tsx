import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { day, minSec } from '../../parts/spoken';
import { LeavingField } from '../../ui/fields';

/** The two measurements that matter today, and what they change. */
export function Measured({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const save = (body: { breathsCounted?: number; statureCm?: number }) => change('put', 'check-in', { ...body });
  const { counted, usual, seconds } = visit.client.breaths;
  const walk = visit.expansion.steps.find((s) => s.technique === 'palm-walk');
  return (
    <section className="measured mt-4">
      <h2>{t('measured.title')}</h2>
      <p className="soft small">
        {visit.client.birthDate
          ? t('measured.born', { date: day(visit.client.birthDate), age: visit.client.age })
          : t('measured.noBirth')}
      </p>
      <div className="mt-3">
        <LeavingField
          id="breaths"
          label={t('measured.breaths')}
          type="number"
          unit={t('measured.inSeconds', { seconds })}
          disabled={!visit.may['measure']?.allowed}
          placeholder={String(usual)}
          value={counted == null ? '' : String(counted)}
          onLeave={(text) => text && save({ breathsCounted: Number(text) })}
        />
        <p className="answer">
          {t('measured.breathLasts', {
            rate: visit.tempo.breathsPerMinute,
            seconds: visit.tempo.breathSeconds!.toFixed(1),
          })}
        </p>
        {counted == null && <p className="soft small">{t('measured.estimate')}</p>}
      </div>
      <div className="mt-3">
        <LeavingField
          id="stature"
          label={t('measured.stature')}
          type="number"
          unit="cm"
          disabled={!visit.may['measure']?.allowed}
          placeholder={String(words.defaults.statureCm)}
          value={visit.client.statureCm == null ? '' : String(visit.client.statureCm)}
          onLeave={(text) => text && save({ statureCm: Number(text) })}
        />
        {walk && (
          <p className="answer">
            {t('measured.hands', { count: walk.stations, palm: (visit.tempo.palmBreadthMetres * 100).toFixed(1) })}
          </p>
        )}
        <p className="soft small">{t('measured.source')}</p>
      </div>
      <dl className="figures">
        <div>
          <dt>{t('measured.planTakes')}</dt>
          <dd>{minSec(visit.expansion.totalSeconds)}</dd>
        </div>
        <div>
          <dt>{t('measured.booked')}</dt>
          <dd>{visit.minutesBooked} min</dd>
        </div>
        <div>
          <dt>{t('measured.presses')}</dt>
          <dd>{visit.expansion.totals.presses}</dd>
        </div>
      </dl>
    </section>
  );
}
