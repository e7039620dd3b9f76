import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link, useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { useVocabulary } from '../../api/useVisit';
import { day, hourMinute } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { TrendLine } from './TrendLine';

/** A client's history: what is known, what was given, and whether it helped over the visits. */
export default function History() {
  const { t } = useTranslation();
  const { clientId = '' } = useParams();
  const words = useVocabulary();
  const history = useQuery({
    queryKey: ['client', clientId],
    queryFn: () => ask(http.GET('/api/clients/{clientId}', { params: { path: { clientId } } })),
  });
  if (!history.data || !words.data) {
    return (
      <Frame>
        <p className="soft">{history.error instanceof Problem ? history.error.message : t('shell.loading')}</p>
      </Frame>
    );
  }
  const h = history.data;
  const measure = (id: string) => words.data.measures.find((m) => m.id === id)!;
  return (
    <Frame
      who={
        <>
          <b>{h.name}</b>
          <span>{[h.age, h.occupation].filter(Boolean).join(' · ')}</span>
        </>
      }
      side={
        <section>
          <h2>{t('history.known')}</h2>
          {h.facts.length === 0 && <p className="soft">{t('arrive.nothingKnown')}</p>}
          <ul className="plainlist">
            {h.facts.map((f) => (
              <li key={f.entry.fact}>
                <b>{f.saying}</b> <span className="soft small">{f.recordedBy}</span>
              </li>
            ))}
          </ul>
        </section>
      }
    >
      <h1>{h.name}</h1>
      <p className="soft mt-1">{t('history.lead', { count: h.visits.length })}</p>
      <section className="trends" aria-label={t('history.trends')}>
        {h.trends.map((trend) => (
          <TrendLine key={trend.measure} trend={trend} measure={measure(trend.measure)} />
        ))}
      </section>
      <ol className="past">
        {h.visits.map((v) => (
          <li key={v.id}>
            <Link to={`/visits/${v.id}/${v.signed ? 'reflect' : ''}`}>
              <time className="serif">{day(v.date)}</time>
              <span>
                <b>{v.planName}</b>
                <i className="soft">
                  {hourMinute(v.at)} · {v.signed ? t('history.signed') : t('history.open')}
                </i>
              </span>
              <span>
                {v.changes
                  .filter((c) => c.verdict !== 'not-measured')
                  .map((c) => (
                    <em key={c.measure} className={`chip ${c.verdict}`}>
                      {measure(c.measure).name} {c.before} → {c.after}
                    </em>
                  ))}
              </span>
              <span className="soft small">{v.next}</span>
            </Link>
          </li>
        ))}
      </ol>
    </Frame>
  );
}
