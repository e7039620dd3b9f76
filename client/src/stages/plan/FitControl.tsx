import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { CommandCap } from '../../shell/KeyCap';
import type { PlanWork } from './usePlanWork';

/** Fits the plan to minutes by whole repeats and says what it changed, or what would make it possible. */
export function FitControl({ visit, words, work }: { visit: VisitView; words: Vocabulary; work: PlanWork }) {
  const { t } = useTranslation();
  const [wanted, setWanted] = useState(String(visit.minutesOnMat));
  const over = visit.expansion.totalSeconds - visit.minutesOnMat * 60;
  return (
    <section className="fit" aria-label={t('plan.fit')}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          work.fitTo(Number(wanted));
        }}
      >
        <label htmlFor="fit-minutes">{t('plan.fit')}</label>
        <Form.Control
          id="fit-minutes"
          type="number"
          step="any"
          list="fit-usual"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
        <datalist id="fit-usual">
          {words.defaults.offeredMinutes.map((m) => (
            <option key={m} value={m} />
          ))}
        </datalist>
        <span className="soft">min</span>
        <button type="submit" className="pill">
          {t('plan.fitNow')} <CommandCap in="plan" of="fit" />
        </button>
        <label htmlFor="worse-side" className="soft small">
          {t('plan.worse')}
        </label>
        <Form.Select
          id="worse-side"
          value={visit.plan.worseSide ?? ''}
          onChange={(e) =>
            work.edit({ kind: 'worse-side', step: '', bothSides: false, word: e.target.value || undefined })
          }
        >
          <option value="">{t('plan.worseNone')}</option>
          <option value="left">{t('side.left')}</option>
          <option value="right">{t('side.right')}</option>
        </Form.Select>
      </form>
      <p className="small" aria-live="polite">
        {work.said ? (
          <>
            <b>{work.said.reason}</b> <span className="soft">{work.said.cuts.join(' · ')}</span>
          </>
        ) : over > 30 ? (
          <span className="plum">{t('plan.tooLong', { count: Math.ceil(over / 60) })}</span>
        ) : (
          <span className="soft">{t('plan.fitsIn')}</span>
        )}
      </p>
    </section>
  );
}
