import { useQuery, useQueryClient } from '@tanstack/react-query';
import { ask, http } from '../../api/http';
import type { Me } from '../../api/types';
import { LoadBars } from '../press/LoadPart';

/** What the day's sessions ask of the practitioner's own body, against their limits. */
export function DayPress({ date }: { date: string }) {
  const me = useQueryClient().getQueryData<Me>(['me']);
  const treats = me?.roles.some((r) => r !== 'desk') ?? false;
  const { data } = useQuery({
    queryKey: ['day-press', date],
    queryFn: () => ask(http.GET('/api/today/press', { params: { query: { date } } })),
    enabled: treats,
  });
  if (!data) return null;
  return (
    <>
      <LoadBars load={data.load} limits={data.limits} />
      {data.warnings.map((w) => (
        <p key={w} className="warnline small">
          {w}
        </p>
      ))}
    </>
  );
}
