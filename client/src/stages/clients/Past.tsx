import { useEffect, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { Change, Measure, PastVisit } from '../../api/types';
import { saidChange } from '../../parts/measures/families';
import { day, hourMinute } from '../../parts/spoken';

/** More than these are drawn when they are asked for: the page of a client of many years is to be there at once. */
const AT_ONCE = 24;

/** The visits, the latest first, each with what changed at it. */
export function Past({ visits, measures }: { visits: PastVisit[]; measures: Measure[] }) {
  const { t } = useTranslation();
  const [all, setAll] = useState(false);
  // Who came by key goes on from where the list ended.
  const next = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    if (all) next.current?.focus();
  }, [all]);
  const readable = visits.filter((v) => !v.unreadable);
  return (
    <>
      <ol className="past">
        {visits
          .filter((v) => v.unreadable)
          .map((v) => (
            <li key={v.id}>
              <p className="plum">{v.unreadable}</p>
            </li>
          ))}
        {readable.slice(0, all ? undefined : AT_ONCE).map((v, i) => (
          <li key={v.id} className={v.phase === 'cancelled' ? 'cancelled' : ''}>
            <Link
              ref={i === AT_ONCE ? next : undefined}
              to={`/visits/${v.id}/${v.phase === 'signed' || v.phase === 'finished' ? 'reflect' : ''}`}
            >
              <time className="serif">{day(v.date)}</time>
              <span>
                <b>{v.planName}</b>
                <i className="soft">
                  {hourMinute(v.at)} · {t(`history.phase.${v.phase}`)}
                </i>
              </span>
              <span className="moved">
                {v.changes
                  .filter((c) => c.verdict !== 'not-measured')
                  .map((c) => (
                    <Moved key={c.measure} measure={measures.find((m) => m.id === c.measure)!} change={c} />
                  ))}
              </span>
              <span className="soft small">{v.cancelReason ?? v.next}</span>
            </Link>
          </li>
        ))}
      </ol>
      {!all && readable.length > AT_ONCE && (
        <button type="button" className="pill" onClick={() => setAll(true)}>
          {t('history.all', { count: readable.length })}
        </button>
      )}
    </>
  );
}

function Moved({ measure, change }: { measure: Measure; change: Change }) {
  return (
    <em className={`moved ${change.verdict}`}>
      {change.named ? `“${change.named}”` : measure.name} {saidChange(measure, change)}
    </em>
  );
}
