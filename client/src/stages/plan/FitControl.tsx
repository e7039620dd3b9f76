import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView, Vocabulary } from '../../api/types';
import { CommandCap } from '../../shell/KeyCap';
import { Thread } from '../../thread/Thread';
import type { PlanWork } from './usePlanWork';

const nobody = new Set<string>();

interface Props {
  visit: VisitView;
  words: Vocabulary;
  work: PlanWork;
  onChoose: (step: string) => void;
}

/** Fits the plan to minutes by whole repeats; shows what it would be first, and says what would make it possible where it cannot be. */
export function FitControl({ visit, words, work, onChoose }: Props) {
  const { t } = useTranslation();
  const [wanted, setWanted] = useState(String(visit.minutesOnMat));
  const minutes = useDeferredValue(Number(wanted));
  const asked = minutes > 0 && minutes !== visit.minutesOnMat;
  const tried = useQuery({
    queryKey: keptAs.fit(visit, minutes),
    queryFn: () =>
      ask(http.GET('/api/visits/{visitId}/plan/fit', { params: { path: { visitId: visit.id }, query: { minutes } } })),
    enabled: asked,
    retry: false,
  });
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
      {asked && tried.isError && <p className="small plum">{tried.error.message}</p>}
      {asked && tried.data && tried.data.cuts.length > 0 && (
        <section className="whatif" aria-label={t('plan.whatIf', { minutes })}>
          <p className="small">
            <b>{t('plan.whatIf', { minutes })}.</b> {tried.data.reason}{' '}
            <button type="button" className="pill quiet" onClick={() => work.fitTo(minutes)}>
              {t('plan.takeIt')}
            </button>
          </p>
          <Thread
            plan={tried.data.plan}
            expansion={tried.data.expansion}
            words={words}
            selected=""
            flagged={nobody}
            breathsPerMinute={visit.tempo.breathsPerMinute}
            onSelect={onChoose}
          />
        </section>
      )}
    </section>
  );
}
