import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { known } from '../../api/named';
import type { PlanStep } from '../../api/types';

/** The steps that are chosen: one that is looked at, and those chosen with it. List, thread and chart show the same. */
export function useChosen(steps: PlanStep[]) {
  const [params, setParams] = useSearchParams();
  const [also, setAlso] = useState<string[]>([]);
  const selected = known(steps, params.get('step')) ?? steps[0]!;
  const look = (step: string) => setParams({ step }, { replace: true });
  const between = (to: string) => {
    const [a, b] = [selected.id, to].map((id) => steps.findIndex((s) => s.id === id)).sort((x, y) => x - y);
    return steps.slice(a, b! + 1).map((s) => s.id);
  };
  const chosen = steps.filter((s) => s.id === selected.id || also.includes(s.id));
  return {
    selected,
    chosen,
    is: (id: string) => id !== selected.id && also.includes(id),
    choose: (step: string) => {
      setAlso([]);
      look(step);
    },
    /** With shift everything up to it, with control this one more. */
    click: (step: string, e: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
      if (e.shiftKey) setAlso([...new Set([...also, ...between(step)])]);
      else if (e.ctrlKey || e.metaKey) setAlso(also.includes(step) ? also.filter((x) => x !== step) : [...also, step]);
      else {
        setAlso([]);
        look(step);
      }
    },
    /** The next one joins, and is looked at. */
    extend: (step: string) => {
      setAlso([...new Set([...also, selected.id, step])]);
      look(step);
    },
  };
}
