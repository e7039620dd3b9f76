import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';

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
  /** A region that has to be seen: the server then chooses the view. */
  focus?: string;
  /** How many places along it are pressed in turn. */
  stations?: number;
  reflex?: string;
  hara?: string;
  /** Ids, or all that can be felt. */
  landmarks?: string[] | 'all';
  noPressure?: boolean;
  side?: 'left' | 'right' | 'both';
}

const list = (ids?: string[]) => (ids?.length ? ids.join(',') : undefined);

/** Figure and layers, laid out by the server. Asks again while the client's own figure is being drawn. */
export function useChart(wanted: ChartWanted) {
  const query = {
    Position: wanted.position ?? 'standing',
    View: wanted.view,
    Focus: wanted.focus,
    Stations: wanted.stations ?? 0,
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
  };
  const chart = useQuery({
    queryKey: keptAs.chart(query),
    queryFn: () => ask(http.GET('/api/chart', { params: { query } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    refetchInterval: (q) => (q.state.data && !q.state.data.own ? 2_000 : false),
  });
  const key = chart.data?.figure;
  const figure = useQuery({
    queryKey: keptAs.figure(key),
    queryFn: () => ask(http.GET('/api/figures/{key}', { params: { path: { key: key! } } })),
    enabled: !!key,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  // A figure of another view under these layers would mislead: both are shown together or not at all.
  const together =
    chart.data && figure.data && !figure.isPlaceholderData ? { chart: chart.data, figure: figure.data } : null;
  return { data: together, isError: chart.isError || figure.isError, error: chart.error ?? figure.error };
}
