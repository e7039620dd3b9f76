import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import type { VisitView, Vocabulary } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { day, minSec } from '../../parts/spoken';

/** The two measurements that matter today, and what they change. */
export function Measured({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const save = (body: { breathsPerMinute?: number; statureCm?: number }) =>
    change((version, path) =>
      ask(http.PUT('/api/visits/{visitId}/check-in', { params: path, body: { version, ...body } })),
    );
  const breath = (60 / visit.tempo.breathsPerMinute).toFixed(1);
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
        <label className="form-label" htmlFor="breaths">
          {t('measured.breaths')}
        </label>
        <div className="withunit">
          <input
            id="breaths"
            key={`b${visit.client.breathsPerMinute}`}
            className="form-control"
            type="number"
            inputMode="numeric"
            disabled={!!visit.signedAt}
            placeholder={String(words.defaults.breathsPerMinute / 2)}
            defaultValue={visit.client.breathsPerMinute == null ? '' : visit.client.breathsPerMinute / 2}
            onBlur={(e) =>
              e.target.value !== '' &&
              Number(e.target.value) * 2 !== visit.client.breathsPerMinute &&
              save({ breathsPerMinute: Number(e.target.value) * 2 })
            }
          />
          <span>{t('measured.in30')}</span>
        </div>
        <p className="answer">{t('measured.breathLasts', { rate: visit.tempo.breathsPerMinute, seconds: breath })}</p>
        {visit.client.breathsPerMinute == null && <p className="soft small">{t('measured.estimate')}</p>}
      </div>
      <div className="mt-3">
        <label className="form-label" htmlFor="stature">
          {t('measured.stature')}
        </label>
        <div className="withunit">
          <input
            id="stature"
            key={`s${visit.client.statureCm}`}
            className="form-control"
            type="number"
            inputMode="numeric"
            disabled={!!visit.signedAt}
            placeholder={String(words.defaults.statureCm)}
            defaultValue={visit.client.statureCm ?? ''}
            onBlur={(e) =>
              e.target.value !== '' &&
              Number(e.target.value) !== visit.client.statureCm &&
              save({ statureCm: Number(e.target.value) })
            }
          />
          <span>cm</span>
        </div>
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
