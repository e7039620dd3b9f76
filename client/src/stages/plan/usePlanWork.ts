import { useState } from 'react';
import { ask, http } from '../../api/http';
import type { Plan, PlanEdit, PlanSource, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';

/** What was, and what was undone, for as long as the window is open: leaving the stage loses none of it. */
const histories = new Map<string, { past: Plan[]; undone: Plan[] }>();

const history = (visitId: string) => {
  if (!histories.has(visitId)) histories.set(visitId, { past: [], undone: [] });
  return histories.get(visitId)!;
};

/** Every way to change a plan, each with its way back. */
export function usePlanWork(visit: VisitView) {
  const change = useChange(visit.id);
  const [said, setSaid] = useState<{ reason: string; cuts: string[] } | null>(null);
  const kept = history(visit.id);
  const keep = () => {
    kept.past.push(visit.plan);
    kept.undone.length = 0;
    setSaid(null);
  };
  const put = (plan: Plan) =>
    change((version, path) => ask(http.PUT('/api/visits/{visitId}/plan', { params: path, body: { version, plan } })));
  return {
    said,
    canUndo: kept.past.length > 0,
    canRedo: kept.undone.length > 0,
    edit: (e: PlanEdit) => {
      keep();
      change((version, path) =>
        ask(http.POST('/api/visits/{visitId}/plan/edits', { params: path, body: { version, edit: e } })),
      );
    },
    fitTo: (minutes: number) => {
      keep();
      change(async (version, path) => {
        const fit = await ask(
          http.POST('/api/visits/{visitId}/plan/fit', { params: path, body: { version, minutes } }),
        );
        setSaid({ reason: fit.reason, cuts: [...new Set(fit.cuts.map((c) => `${c.name} ${c.from}→${c.to}`))] });
        return fit.visit;
      });
    },
    start: (from: PlanSource, insert: boolean, before?: string) => {
      keep();
      change((version, path) =>
        ask(http.POST('/api/visits/{visitId}/plan/start', { params: path, body: { version, from, insert, before } })),
      );
    },
    repair: (rule?: string, step?: string) => {
      keep();
      change((version, path) =>
        ask(http.POST('/api/visits/{visitId}/plan/repair', { params: path, body: { version, rule, step } })),
      );
    },
    take: (plan: Plan) => {
      keep();
      put(plan);
    },
    undo: () => {
      const plan = kept.past.pop();
      if (!plan) return;
      kept.undone.push(visit.plan);
      setSaid(null);
      put(plan);
    },
    redo: () => {
      const plan = kept.undone.pop();
      if (!plan) return;
      kept.past.push(visit.plan);
      setSaid(null);
      put(plan);
    },
  };
}

export type PlanWork = ReturnType<typeof usePlanWork>;
