import { useQuery } from '@tanstack/react-query';
import { ask, http } from '../../api/http';
import { useMe } from '../../api/useMe';
import { LoadBars } from '../press/LoadPart';

/** What the day's sessions ask of the practitioner's own body, against their limits. */
export function DayPress({ date }: { date: string }) {
  const me = useMe();
  const { data } = useQuery({
    queryKey: ['day-press', date],
    queryFn: () => ask(http.GET('/api/today/press', { params: { query: { date } } })),
    enabled: me.mayTreat,
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
