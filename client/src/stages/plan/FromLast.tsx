import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { Plan, VisitView } from '../../api/types';
import { day, minSec } from '../../parts/spoken';
import { Note } from '../../ui/Note';

interface Props {
  visit: VisitView;
  onTake: (plan: Plan) => void;
  onChoose: (step: string) => void;
}

/** What the client's last session says of this one. */
export function useFromLast(visit: VisitView) {
  return useQuery({
    queryKey: keptAs.fromLast(visit),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/plan/from-last', { params: { path: { visitId: visit.id } } })),
  });
}

/** The plan as the last session asks for it: each change with what was found that asks for it, taken in one go. */
export function FromLast({ visit, onTake, onChoose }: Props) {
  const { t } = useTranslation();
  const { data } = useFromLast(visit);
  if (!data?.plan || !data.date || (data.reasons.length === 0 && !data.lookAgain)) return null;
  const here = new Set(visit.plan.steps.map((s) => s.id));
  return (
    <section className="fromlast" aria-label={t('fromLast.head')}>
      <p>
        <b>{t(data.taken ? 'fromLast.in' : 'fromLast.lead', { date: day(data.date) })}</b>{' '}
        {!data.taken && (
          <button type="button" className="pill" onClick={() => onTake(data.plan!)}>
            {t('fromLast.take', { time: minSec(data.seconds ?? 0) })}
          </button>
        )}
      </p>
      {data.lookAgain && <Note role="status">{data.lookAgain}</Note>}
      <ul>
        {data.reasons.map((r) => {
          const step = r.steps.find((s) => here.has(s));
          return (
            <li key={r.because}>
              {step ? (
                <button type="button" className="plain" onClick={() => onChoose(step)}>
                  {r.because}
                </button>
              ) : (
                r.because
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
