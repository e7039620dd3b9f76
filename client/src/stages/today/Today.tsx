import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link, useSearchParams } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { DayVisit } from '../../api/types';
import { useMe } from '../../api/useMe';
import { hourMinute, day as shortDay, longDay } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { Lamps } from '../../shell/Lamps';
import { BookingForm } from './BookingForm';
import { DayPress } from './DayPress';
import { NewVisit } from './NewVisit';
import { OwnDay } from './OwnDay';

/** Today: who comes, what is due. The day as a column of visits with their lamps; mine first. */
export function Today() {
  const { t } = useTranslation();
  const me = useMe();
  const [params, setParams] = useSearchParams();
  const date = params.get('date') ?? undefined;
  const today = useQuery({
    queryKey: keptAs.today(date),
    queryFn: () => ask(http.GET('/api/today', { params: { query: { date } } })),
    refetchInterval: 30_000,
    refetchOnMount: 'always',
  });
  const set = (part: Record<string, string | undefined>) =>
    setParams(
      (old) => {
        for (const [key, value] of Object.entries(part)) {
          if (value) old.set(key, value);
          else old.delete(key);
        }
        return old;
      },
      { replace: true },
    );
  if (!today.data) {
    return (
      <Frame>
        <h1>{t('place.today')}</h1>
        <p className="soft">{today.isError ? t('shell.unreachable') : t('shell.loading')}</p>
      </Frame>
    );
  }
  const { visits, load, due, now } = today.data;
  const mine = visits.filter((v) => v.mine);
  const all = params.get('who') === 'all' || mine.length === 0;
  const shown = all ? visits : mine;
  const no = shown.filter((v) => v.tone === 'no').length;
  const settle = shown.filter((v) => v.tone === 'settle').length;
  const moving = params.get('move');
  // The present time stands before the first visit still to come.
  const next = now ? shown.findIndex((v) => v.at > now) : -1;
  return (
    <Frame
      who={<b>{longDay(today.data.date)}</b>}
      side={
        <section>
          {moving && <BookingForm key={moving} visitId={moving} done={() => set({ move: undefined })} />}
          {me.mayTreat && (
            <>
              <OwnDay />
              <h2>{t('today.load')}</h2>
              <dl className="figures">
                <Figure name={t('today.onMat')} value={`${Math.round(load.minutesOnMat)} min`} />
                <Figure name={t('today.thumbs')} value={`${Math.round(load.thumbMinutes)} min`} />
                <Figure name={t('today.feet')} value={`${Math.round(load.footMinutes)} min`} />
                <Figure name={t('today.turns')} value={String(load.changes)} />
              </dl>
              <DayPress date={today.data.date} />
            </>
          )}
          <h2 className="mt-4">{t('today.setOut')}</h2>
          <ul className="plainlist">
            {tally(shown).map(([thing, times]) => (
              <li key={thing}>
                {thing} <span className="soft">{t('today.visits', { count: times })}</span>
              </li>
            ))}
          </ul>
          <h2 className="mt-4">{t('today.due')}</h2>
          {due.length === 0 && <p className="soft">{t('today.nothingDue')}</p>}
          {due.map((d) => (
            <p key={`${d.visitId}${d.happened ?? ''}`}>
              {me.mayTreat ? (
                <Link to={`/visits/${d.visitId}/reflect`}>
                  {t(d.happened ? 'today.askAfter' : 'today.signNote', {
                    client: d.client,
                    date: shortDay(d.date),
                    what: d.happened,
                  })}
                </Link>
              ) : (
                t('today.signNote', { client: d.client, date: shortDay(d.date) })
              )}
            </p>
          ))}
          <NewVisit date={today.data.date} />
        </section>
      }
    >
      <div className="headrow">
        <div>
          <h1>{t(all ? 'today.head' : 'today.headMine', { count: shown.length })}</h1>
          <p className="soft mt-1">
            {no + settle === 0
              ? t('today.allClear')
              : [no > 0 && t('today.notToday', { count: no }), settle > 0 && t('today.settle', { count: settle })]
                  .filter(Boolean)
                  .join(' ')}
          </p>
        </div>
        {mine.length > 0 && mine.length < visits.length && (
          <div className="tabs" role="group" aria-label={t('today.whose')}>
            <button
              type="button"
              className={all ? '' : 'on'}
              aria-pressed={!all}
              onClick={() => set({ who: undefined })}
            >
              {t('today.mine', { count: mine.length })}
            </button>
            <button type="button" className={all ? 'on' : ''} aria-pressed={all} onClick={() => set({ who: 'all' })}>
              {t('today.all', { count: visits.length })}
            </button>
          </div>
        )}
      </div>
      {shown.length === 0 && <p className="mt-4">{t('today.empty')}</p>}
      <ol className="day">
        {shown.map((v, i) => (
          <li key={v.id} className={i === next ? 'next' : ''}>
            {i === next && now && <Present at={now} />}
            <Row visit={v} mayOpen={me.mayTreat} onMove={() => set({ move: v.id })} />
          </li>
        ))}
        {now && next < 0 && shown.length > 0 && (
          <li className="last">
            <Present at={now} />
          </li>
        )}
      </ol>
    </Frame>
  );
}

function Present({ at }: { at: string }) {
  const { t } = useTranslation();
  return (
    <p className="present" role="note">
      <span>{t('today.now', { time: hourMinute(at) })}</span>
    </p>
  );
}

/** One visit of the day. Who keeps the diary moves it; who treats opens it. */
function Row({ visit: v, mayOpen, onMove }: { visit: DayVisit; mayOpen: boolean; onMove: () => void }) {
  const { t } = useTranslation();
  const inside = (
    <>
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
      <span className={`answer ${v.unreadable || v.tone === 'no' ? 'plum' : ''}`}>{v.unreadable ?? v.answer}</span>
      <Lamps lamps={v.lamps} />
    </>
  );
  return (
    <div className="dayline">
      {mayOpen ? (
        <Link to={`/visits/${v.id}`} className="dayvisit">
          {inside}
        </Link>
      ) : (
        <div className="dayvisit">{inside}</div>
      )}
      <button
        type="button"
        className="tool"
        onClick={onMove}
        aria-label={t('booking.change', { client: v.clientName })}
        title={t('booking.change', { client: v.clientName })}
      >
        ⋯
      </button>
    </div>
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
