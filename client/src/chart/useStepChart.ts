import { useQuery } from '@tanstack/react-query';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';
import type { PlanStep } from '../api/types';
import { untilOwn, useFigure } from './useFigure';

/** A step to be drawn on the client. */
export interface StepChartWanted {
  step: PlanStep;
  stations: number;
  /** The place given now, from 1. */
  at: number;
  clientId: string | null;
  school: string | null;
  touchable: string[];
  leftOut: string[];
  offered?: string[];
}

const stepOf = (asked: unknown) => (asked as StepChartWanted | undefined)?.step.id;

/** Figure, layers and the contacts of a step, laid out by the server; nothing for null. Asked ahead, it is there when its turn comes. */
export function useStepChart(wanted: StepChartWanted | null) {
  // Which place is given turns the view only where the places are told by themselves.
  const told = !!wanted?.step.reflex?.length || !!wanted?.step.points?.length;
  const body = wanted && { ...wanted, at: told ? wanted.at : 1 };
  const chart = useQuery({
    queryKey: keptAs.stepChart(body ?? {}),
    queryFn: () => ask(http.POST('/api/chart/step', { body: body! })),
    enabled: !!body,
    // Another step's picture would send the hands to the wrong place: only this step's own may stay while its next is on the way.
    placeholderData: (before, asked) => (wanted && stepOf(asked?.queryKey[1]) === wanted.step.id ? before : undefined),
    staleTime: Infinity,
    refetchInterval: (q) => untilOwn(q.state.data?.chart),
  });
  const figure = useFigure(chart.data?.chart.figure);
  const together = chart.data && figure.data ? { ...chart.data, figure: figure.data } : null;
  return { data: together, isError: chart.isError || figure.isError, error: chart.error ?? figure.error };
}
