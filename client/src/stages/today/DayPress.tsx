import { useQuery } from '@tanstack/react-query';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { useMe } from '../../api/useMe';
import { Note } from '../../ui/Note';
import { LoadBars } from '../press/LoadPart';

/** What the day's sessions ask of the practitioner's own body, against their limits. */
export function DayPress({ date }: { date: string }) {
  const me = useMe();
  const { data } = useQuery({
    queryKey: keptAs.dayPress(date),
    queryFn: () => ask(http.GET('/api/today/press', { params: { query: { date } } })),
    enabled: me.mayTreat,
  });
  if (!data) return null;
  return (
    <>
      <LoadBars load={data.load} limits={data.limits} />
      {data.warnings.map((w) => (
        <Note key={w} className="small">
          {w}
        </Note>
      ))}
    </>
  );
}
