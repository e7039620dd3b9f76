import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';
import type { BodyForm } from '../api/types';
import { untilOwn, useFigure } from './useFigure';

/** What a chart shows. Lists are ids; left out means none. */
export interface ChartWanted {
  position?: string;
  view?: string;
  bent?: 'left' | 'right';
  clientId?: string;
  channels?: string[];
  points?: string[];
  sen?: string[];
  regions?: string[];
  reflex?: string;
  hara?: string;
  /** Ids, or all that can be felt. */
  landmarks?: string[] | 'all';
  noPressure?: boolean;
  side?: 'left' | 'right' | 'both';
  /** A form to try on; what was chosen for the client when left out. */
  form?: BodyForm;
}

const list = (ids?: string[]) => (ids?.length ? ids.join(',') : undefined);

/** Figure and layers, laid out by the server. Asks again while the client's own figure is being drawn. */
export function useChart(wanted: ChartWanted) {
  const query = {
    Position: wanted.position ?? 'standing',
    View: wanted.view,
    Bent: wanted.bent ?? 'left',
    ClientId: wanted.clientId,
    Channels: list(wanted.channels),
    Points: list(wanted.points),
    Sen: list(wanted.sen),
    Regions: list(wanted.regions),
    Reflex: wanted.reflex,
    Hara: wanted.hara,
    Landmarks: wanted.landmarks === 'all' ? 'all' : list(wanted.landmarks),
    NoPressure: wanted.noPressure ?? false,
    Side: wanted.side ?? 'both',
    Build: wanted.form?.build,
    Chest: wanted.form?.chest,
    Pelvis: wanted.form?.pelvis,
    Skin: wanted.form?.skin,
  };
  const chart = useQuery({
    queryKey: keptAs.chart(query),
    queryFn: () => ask(http.GET('/api/chart', { params: { query } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    refetchInterval: (q) => untilOwn(q.state.data),
  });
  const figure = useFigure(chart.data?.figure);
  const together = chart.data && figure.data ? { chart: chart.data, figure: figure.data } : null;
  return { data: together, isError: chart.isError || figure.isError, error: chart.error ?? figure.error };
}
