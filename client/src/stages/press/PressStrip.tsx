import { useQuery } from '@tanstack/react-query';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView } from '../../api/types';
import { LevelScale } from './LevelScale';
import { PressNumbers } from './PressNumbers';
import { PressScene } from './PressScene';

/** The press of the step being given: how to lean, at a glance. Nothing to touch. */
export function PressStrip({ visit, step }: { visit: VisitView; step: string }) {
  const { data: view } = useQuery({
    queryKey: keptAs.press(visit, step, {}),
    queryFn: () =>
      ask(http.GET('/api/visits/{visitId}/press/{step}', { params: { path: { visitId: visit.id, step }, query: {} } })),
  });
  if (!view?.now || !view.scene) return null;
  return (
    <div className="pressstrip">
      <PressScene view={view} frame={view.now} height={150} />
      <PressNumbers view={view} frame={view.now} />
      {view.levels && <LevelScale view={view} frame={view.now} />}
    </div>
  );
}
