import { ask, http } from '../../api/http';
import type { FactEntry } from '../../api/types';
import { useChange } from '../../api/useVisit';

/** Answering, taking back, and saying no to many. */
export function useAnswer(visitId: string) {
  const change = useChange(visitId);
  return {
    /** `instead` is the entry it takes the place of, where its region or side was changed. */
    answer: (entry: FactEntry, instead?: FactEntry) =>
      change((version, path) =>
        ask(http.PUT('/api/visits/{visitId}/facts', { params: path, body: { version, entry, instead } })),
      ),
    none: (facts: string[]) =>
      change((version, path) =>
        ask(http.POST('/api/visits/{visitId}/facts/none', { params: path, body: { version, facts } })),
      ),
    forget: (entry: FactEntry) =>
      change((version, path) =>
        ask(http.POST('/api/visits/{visitId}/facts/forget', { params: path, body: { version, entry } })),
      ),
  };
}
