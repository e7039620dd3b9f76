import { useState } from 'react';
import type { Plan, PlanEdit, PlanSource, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';

/** What was, and what was undone, for as long as the window is open: leaving the stage loses none of it. */
const histories = new Map<string, { past: Plan[]; undone: Plan[] }>();

const history = (visitId: string) => {
  if (!histories.has(visitId)) histories.set(visitId, { past: [], undone: [] });
  return histories.get(visitId)!;
};

/** Keeps a plan that was replaced elsewhere, so that the stage can go back to it. */
export const keepForUndo = (visitId: string, plan: Plan) => {
  history(visitId).past.push(plan);
  history(visitId).undone.length = 0;
};

/** Every way to change a plan, each with its way back. */
export function usePlanWork(visit: VisitView) {
  const change = useChange(visit.id);
  const [said, setSaid] = useState<{ reason: string; cuts: string[] } | null>(null);
  const kept = history(visit.id);
  const keep = () => {
    keepForUndo(visit.id, visit.plan);
    setSaid(null);
  };
  const put = (plan: Plan) => change('put', 'plan', { plan });
  return {
    said,
    canUndo: kept.past.length > 0,
    canRedo: kept.undone.length > 0,
    edit: (e: PlanEdit) => {
      keep();
      change('post', 'plan/edits', { edit: e });
    },
    fitTo: (minutes: number) => {
      keep();
      void change('post', 'plan/fit', { minutes }).then(
        (fit) =>
          fit &&
          setSaid({ reason: fit.reason, cuts: [...new Set(fit.cuts.map((c) => `${c.name} ${c.from}→${c.to}`))] }),
      );
    },
    start: (from: PlanSource, insert: boolean, before?: string) => {
      keep();
      change('post', 'plan/start', { from, insert, before });
    },
    add: (taught: string, after: string) => {
      keep();
      return change('post', 'plan/add', { taught, after });
    },
    repair: (rule?: string, step?: string) => {
      keep();
      change('post', 'plan/repair', { rule, step });
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
