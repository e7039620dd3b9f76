import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link, useSearchParams } from 'react-router';
import { ask, http } from '../../api/http';
import type { DayVisit } from '../../api/types';
import { hourMinute, longDay } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { Lamps } from '../../shell/Lamps';
import { DayPress } from './DayPress';
import { NewVisit } from './NewVisit';

/** Today: who comes, what is due. The day as a column of visits with their lamps. */
export function Today() {
  const { t } = useTranslation();
  const [params] = useSearchParams();
  const date = params.get('date') ?? undefined;
  const today = useQuery({
    queryKey: ['today', date],
    queryFn: () => ask(http.GET('/api/today', { params: { query: { date } } })),
    refetchInterval: 30_000,
    refetchOnMount: 'always',
  });
  if (!today.data) {
    return (
      <Frame>
        <p className="soft">{today.isError ? t('shell.unreachable') : t('shell.loading')}</p>
      </Frame>
    );
  }
  const { visits, load, due } = today.data;
  const stop = visits.filter((v) => v.lamps.some((l) => l.state === 'blocked'));
  const out = tally(visits);
  return (
    <Frame
      who={<b>{longDay(today.data.date)}</b>}
      side={
        <section>
          <h2>{t('today.load')}</h2>
          <dl className="figures">
            <Figure name={t('today.onMat')} value={`${Math.round(load.minutesOnMat)} min`} />
            <Figure name={t('today.thumbs')} value={`${Math.round(load.thumbMinutes)} min`} />
            <Figure name={t('today.feet')} value={`${Math.round(load.footMinutes)} min`} />
            <Figure name={t('today.turns')} value={String(load.changes)} />
          </dl>
          <DayPress date={today.data.date} />
          <h2 className="mt-4">{t('today.setOut')}</h2>
          <ul className="plainlist">
            {out.map(([thing, times]) => (
              <li key={thing}>
                {thing} <span className="soft">{t('today.visits', { count: times })}</span>
              </li>
            ))}
          </ul>
          <h2 className="mt-4">{t('today.due')}</h2>
          {due.length === 0 ? <p className="soft">{t('today.nothingDue')}</p> : due.map((d) => <p key={d}>{d}</p>)}
          <NewVisit date={today.data.date} />
        </section>
      }
    >
      <h1>{t('today.head', { count: visits.length })}</h1>
      <p className="soft mt-1">{stop.length === 0 ? t('today.allClear') : t('today.settle', { count: stop.length })}</p>
      {visits.length === 0 && <p className="mt-4">{t('today.empty')}</p>}
      <ol className="day">
        {visits.map((v) => (
          <li key={v.id}>
            <Link to={`/visits/${v.id}`} className="dayvisit">
              <time className="serif">{hourMinute(v.at)}</time>
              <span>
                <b>{v.clientName}</b>
                <i>{[v.age, v.occupation].filter(Boolean).join(' · ')}</i>
              </span>
              <span>
                {v.planName}
                <i>
                  {v.minutesBooked} min · {v.room} · {v.practitioner}
                </i>
              </span>
              <span className={v.lamps.some((l) => l.state === 'blocked') ? 'answer plum' : 'answer'}>{v.answer}</span>
              <Lamps lamps={v.lamps} />
            </Link>
          </li>
        ))}
      </ol>
    </Frame>
  );
}

function Figure({ name, value }: { name: string; value: string }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{value}</dd>
    </div>
  );
}

function tally(visits: DayVisit[]) {
  const times = new Map<string, number>();
  for (const thing of visits.flatMap((v) => v.setOut)) times.set(thing, (times.get(thing) ?? 0) + 1);
  return [...times].sort((a, b) => b[1] - a[1]);
}
