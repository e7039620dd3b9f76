import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView } from '../../api/types';

/** What a step does to the body, worked out: weight, joints, vessels, skin, how they lie. */
export function StepEffects({ visit, step }: { visit: VisitView; step: string }) {
  const { t } = useTranslation();
  const found = useQuery({
    queryKey: keptAs.effects(visit, step),
    queryFn: () =>
      ask(http.GET('/api/visits/{visitId}/plan/effects/{step}', { params: { path: { visitId: visit.id, step } } })),
  });
  if (!found.data) return <p className="soft small">{t(found.isError ? 'shell.unreachable' : 'shell.loading')}</p>;
  return (
    <ul className="effects small">
      {found.data.sayings.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </ul>
  );
}
