import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link, useParams } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { nameIn } from '../../api/named';
import { useVisit, useVocabulary, useWordsOf } from '../../api/useVisit';
import { sectionName } from '../../parts/blockName';
import { day, hourMinute, minSec } from '../../parts/spoken';
import { Note } from '../../ui/Note';

/** The plan on one page in large type: for the wall beside the mat, or the phone. */
export default function CardPage() {
  const { t } = useTranslation();
  const { visitId = '' } = useParams();
  const visit = useVisit(visitId);
  const today = useVocabulary();
  const words = useWordsOf(visit.data, today.data);
  const card = useQuery({
    // A plan changed while giving has a new basis under the same version.
    queryKey: keptAs.card(visitId, visit.data?.version, visit.data?.session.basis),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/plan/card', { params: { path: { visitId } } })),
    enabled: !!visit.data,
  });
  if (card.isError) return <Note>{card.error.message}</Note>;
  if (!visit.data || !card.data || !words) return <p className="loading">{t('shell.loading')}</p>;
  const v = visit.data;
  const w = words;
  const cautions = v.screen.findings.filter((f) => f.outcome === 'avoid' || f.outcome === 'modify').map((f) => f.title);
  const steps = new Map(v.plan.steps.map((s, i) => [s.id, { s, e: v.expansion.steps[i]! }]));
  const order = card.data.flatMap((section) => section.steps);
  const before = (id: string) => steps.get(order[order.indexOf(id) - 1] ?? '')?.s;
  return (
    <main className="letterframe">
      <div className="letterbar noprint">
        <Link className="pill" to={`/visits/${visitId}/plan`}>
          {t('card.back')}
        </Link>
        <button type="button" className="pill main" onClick={() => window.print()}>
          {t('card.print')}
        </button>
      </div>
      <article className="letter plancard">
        <header>
          <b>
            {v.client.name}, {day(v.date)} {hourMinute(v.at)}
          </b>
          <span>
            {minSec(v.expansion.totalSeconds)} · {v.room}
          </span>
        </header>
        <h1>{v.plan.name}</h1>
        {v.setOut.length > 0 && (
          <p>
            <b>{t('card.setOut')}</b> {v.setOut.join(', ')}
          </p>
        )}
        {cautions.length > 0 && (
          <p className="warn">
            <b>{t('card.caution')}</b> {[...new Set(cautions)].join('; ')}
          </p>
        )}
        <div className="cardcolumns">
          {card.data.map((section) => (
            <section key={section.steps[0]}>
              <h2>{sectionName(section, t)}</h2>
              <ol>
                {section.steps
                  .filter((id) => steps.has(id))
                  .map((id) => {
                    const { s, e } = steps.get(id)!;
                    return (
                      <li key={s.id}>
                        {s.position !== before(id)?.position && <i>{nameIn(w.positions, s.position)}</i>}
                        <b>{s.name}</b>
                        <span>
                          {[
                            nameIn(w.contacts, s.contact),
                            s.repeats > 1 && t('card.times', { count: s.repeats }),
                            e.presses.length > 1 && t('dose.presses', { count: e.presses.length }),
                            '▮'.repeat(s.level),
                          ]
                            .filter(Boolean)
                            .join(' · ')}
                        </span>
                        <time>{minSec(e.seconds)}</time>
                        {s.note && <em>{s.note}</em>}
                      </li>
                    );
                  })}
              </ol>
            </section>
          ))}
        </div>
        <footer>
          <p>
            <b>{t('card.after')}</b> {w.defaults.aftercare}
          </p>
        </footer>
      </article>
    </main>
  );
}
