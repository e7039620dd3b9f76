import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate, useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { ClientHistory, LimitsNow, PlaceFound } from '../../api/types';
import { useMe } from '../../api/useMe';
import { useVocabulary } from '../../api/useVisit';
import { clientPage } from '../../parts/ClientLink';
import { LastTime } from '../../parts/LastTime';
import { day, dayOf } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { OutcomeSign } from '../../parts/OutcomeSign';
import { Fold } from '../../ui/Fold';
import { Courses } from './Courses';
import { FindInRecords } from './FindInRecords';
import { FoundList, FoundOnBody } from './Found';
import { Helps } from './Helps';
import { EditClient } from './EditClient';
import { Doubles, Merge, Merged } from './Merging';
import { Trends } from './TrendChart';
import { Past } from './Past';
import { TwoVisits } from './TwoVisits';
import { WholeRecord } from './WholeRecord';

/** A client's history: what is known, what was given, and whether it helped over the visits. */
export default function History() {
  const { t } = useTranslation();
  const { clientId = '' } = useParams();
  const me = useMe();
  const words = useVocabulary();
  const [editing, setEditing] = useState(false);
  /** The record looked at beside this one; empty while it is still to be chosen. */
  const [other, setOther] = useState<string | null>(null);
  const [place, setPlace] = useState<PlaceFound | null>(null);
  const history = useQuery(clientPage(clientId));
  const past = useQuery({
    queryKey: keptAs.past(clientId),
    queryFn: () => ask(http.GET('/api/clients/{clientId}/past', { params: { path: { clientId } } })),
    // The page itself comes first.
    enabled: me.mayTreat && history.isSuccess,
  });
  const navigate = useNavigate();
  const kept = history.data?.id ?? clientId;
  useEffect(() => {
    // The address of a record that was made one with another leads to the one that is kept.
    if (kept !== clientId) void navigate(`/clients/${kept}`, { replace: true });
  }, [kept, clientId, navigate]);
  if (!history.data) {
    return (
      <Frame>
        <h1>{t('clients.one')}</h1>
        <p className="soft">{history.error instanceof Problem ? history.error.message : t('shell.loading')}</p>
      </Frame>
    );
  }
  const h = history.data;
  return (
    <Frame
      who={
        <>
          <b>{h.name}</b>
          <span>{[h.age, h.occupation].filter(Boolean).join(' · ')}</span>
        </>
      }
      side={
        me.mayTreat ? (
          <>
            {past.data && words.data && <FoundOnBody found={past.data.found} clientId={clientId} chosen={place} />}
            <Known h={h} />
          </>
        ) : undefined
      }
    >
      <div className="headrow">
        <div>
          <h1>{h.name}</h1>
          {me.mayTreat && (
            <p className="soft mt-1">
              {t('history.lead', { count: h.visits.filter((v) => v.phase !== 'cancelled').length })}
            </p>
          )}
          <p className="soft">
            {[
              h.birthDate && t('clients.born', { date: day(h.birthDate) }),
              h.statureCm && `${h.statureCm} cm`,
              h.contact,
              h.words,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        <div className="headacts">
          {h.visits.some((v) => v.phase === 'signed') && <WholeRecord client={h} />}
          {h.mayEdit.allowed && (
            <button type="button" className="pill" aria-expanded={editing} onClick={() => setEditing(!editing)}>
              {t('clients.edit')}
            </button>
          )}
          {h.mayMerge.allowed && (
            <button
              type="button"
              className="pill quiet"
              aria-expanded={other !== null}
              onClick={() => setOther(other === null ? '' : null)}
            >
              {t('merge.open')}
            </button>
          )}
        </div>
      </div>
      {editing && <EditClient client={h} done={() => setEditing(false)} />}
      {other !== null && <Merge key={other} client={h} first={other} done={() => setOther(null)} />}
      {h.mayMerge.allowed && other === null && <Doubles clientId={h.id} onLook={setOther} />}
      <Merged client={h} />
      {me.mayTreat && h.visits.length > 0 && <HoldsNow limits={h.limits} last={h.lastTime} />}
      {me.mayTreat && h.visits.length > 0 && <FindInRecords client={clientId} />}
      {past.data && words.data && h.visits.length > 0 && (
        <FoundList found={past.data.found} words={words.data} chosen={place} onChoose={setPlace} />
      )}
      {me.mayTreat && words.data && <Courses clientId={clientId} words={words.data} />}
      <Trends key={`trends of ${h.id}`} trends={h.trends} />
      {past.data && words.data && <Helps helps={past.data.helps} words={words.data} />}
      {words.data && (
        <TwoVisits visits={h.visits.filter((v) => !v.unreadable && v.phase !== 'cancelled')} words={words.data} />
      )}
      {me.mayTreat && h.visits.length === 0 && <p className="soft">{t('history.none')}</p>}
      <Past key={`visits of ${h.id}`} visits={h.visits} measures={h.trends.map((x) => x.measure)} />
    </Frame>
  );
}

/** What the screen says today, over the plan that comes next or the last one. */
function HoldsNow({ limits, last }: { limits?: LimitsNow | null; last: ClientHistory['lastTime'] }) {
  const { t } = useTranslation();
  return (
    <section className="holdsnow" aria-label={t('holds.title')}>
      <h2>{t('holds.title')}</h2>
      <LastTime last={last} />
      {!limits && <p className="soft">{t('holds.never')}</p>}
      {limits?.places.length === 0 && <p>{t('holds.none', { plan: limits.over })}</p>}
      <ul className="plainlist">
        {limits?.places.map((l) => (
          <li key={l.outcome + l.title}>
            <OutcomeSign outcome={l.outcome} /> <b>{l.title}</b> {l.phrase && <span className="soft">{l.phrase}</span>}
          </li>
        ))}
      </ul>
      {limits?.unread.map((u) => (
        <p key={u} className="plum">
          {t('holds.unread', { what: u })}
        </p>
      ))}
      {limits && (
        <p className="soft small">
          {limits.places.length > 0 && t('holds.over', { plan: limits.over })}{' '}
          {limits.notAsked > 0 && t('holds.open', { count: limits.notAsked })}
        </p>
      )}
    </section>
  );
}

/** What is known, consent in one line, and what was struck out or answered anew. */
function Known({ h }: { h: ClientHistory }) {
  const { t } = useTranslation();
  const { given, refused } = h.consents;
  return (
    <section>
      <h2>{t('history.known')}</h2>
      {h.facts.length === 0 && <p className="soft">{t('arrive.nothingKnown')}</p>}
      <ul className="plainlist">
        {h.facts.map((f) => (
          <li key={f.entry.fact + (f.entry.region ?? '') + (f.entry.detail?.name ?? '')}>
            <b>{f.saying}</b> <span className="soft small">{f.recordedBy}</span>
          </li>
        ))}
      </ul>
      {given.length + refused.length > 0 && (
        <p className="small mt-2">
          {given.length > 0 && <span title={given.join(', ')}>{t('history.consents', { count: given.length })} </span>}
          {refused.length > 0 && <b>{t('history.refused', { regions: refused.join(', ') })}</b>}
        </p>
      )}
      {h.earlier.length > 0 && (
        <Fold title={t('history.earlier', { count: h.earlier.length })}>
          <ul className="plainlist">
            {h.earlier.map((e) => (
              <li key={e.at + e.saying}>
                <s>{e.saying}</s>{' '}
                <span className="soft small">
                  {[e.reason ?? t('history.anew'), e.by, dayOf(e.at)].filter(Boolean).join(', ')}
                </span>
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </section>
  );
}
