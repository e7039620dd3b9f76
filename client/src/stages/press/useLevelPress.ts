import { useQuery } from '@tanstack/react-query';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView } from '../../api/types';

/** How a step is pressed at the level in force, which may be another than planned. */
export function useLevelPress(visit: VisitView, step: string, level: number) {
  const { data } = useQuery({
    queryKey: keptAs.press(visit, step, { level }),
    queryFn: () =>
      ask(
        http.GET('/api/visits/{visitId}/press/{step}', {
          params: { path: { visitId: visit.id, step }, query: { Level: level } },
        }),
      ),
    placeholderData: (before) => (before?.step === step ? before : undefined),
  });
  return data;
}
