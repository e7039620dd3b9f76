import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';

const SHOWN = 4;

/** When little of the plan is left: which other flows go today. Taking one starts the plan anew. */
export function OtherFlows({ visit }: { visit: VisitView }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const path = { path: { visitId: visit.id } };
  const flows = useQuery({
    queryKey: keptAs.otherFlows(visit),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/other-flows', { params: path })),
  });
  if (!flows.data || flows.data.length === 0) return null;
  const take = (flow: string) => change('post', 'plan/start', { from: { kind: 'flow', id: flow }, insert: false });
  return (
    <section className="otherflows">
      <h2>{t('screen.otherFlows')}</h2>
      {flows.data.slice(0, SHOWN).map((f) => (
        <p key={f.flow}>
          <b>{f.name}</b>{' '}
          <span className="soft">
            {t('screen.otherFlow', { minutes: f.minutes, left: f.steps - f.touched, steps: f.steps, why: f.why })}
          </span>{' '}
          <button type="button" className="pill use" onClick={() => take(f.flow)}>
            {t('screen.takeFlow')}
          </button>
        </p>
      ))}
    </section>
  );
}
