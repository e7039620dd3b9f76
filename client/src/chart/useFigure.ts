import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';

/** The drawn figure of a key. One of another view under new layers would mislead, so an earlier one is not told from none. */
export function useFigure(key: string | undefined) {
  const figure = useQuery({
    queryKey: keptAs.figure(key),
    queryFn: () => ask(http.GET('/api/figures/{key}', { params: { path: { key: key! } } })),
    enabled: !!key,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  return { ...figure, data: figure.isPlaceholderData ? undefined : figure.data };
}

/** Asks again while the client's own figure is being drawn. */
export const untilOwn = (chart: { own: boolean } | undefined) => (chart && !chart.own ? 2_000 : (false as const));
