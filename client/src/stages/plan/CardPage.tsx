import { useTranslation } from 'react-i18next';
import { Link, useParams } from 'react-router';
import type { ExpandedStep, PlanStep } from '../../api/types';
import { useVisit, useVocabulary, useWordsOf } from '../../api/useVisit';
import { blockName } from '../../parts/blockName';
import { day, hourMinute, minSec } from '../../parts/spoken';

/** The plan on one page in large type: for the wall beside the mat, or the phone. */
export default function CardPage() {
  const { t } = useTranslation();
  const { visitId = '' } = useParams();
  const visit = useVisit(visitId);
  const today = useVocabulary();
  const words = useWordsOf(visit.data, today.data);
  if (!visit.data || !words) return <p className="loading">{t('shell.loading')}</p>;
  const v = visit.data;
  const w = words;
  const name = (list: { id: string; name: string }[], id: string) => list.find((x) => x.id === id)?.name ?? id;
  const blocks: { title: string; rows: [PlanStep, ExpandedStep][] }[] = [];
  v.plan.steps.forEach((s, i) => {
    // The second side is the first mirrored: said once, with both sides named.
    if (s.side !== 'mid' && s.side !== 'both' && v.plan.steps.findIndex((x) => x.pair && x.pair === s.pair) < i) return;
    const twin = s.pair && v.plan.steps.some((x) => x.id !== s.id && x.pair === s.pair);
    const title = twin ? `${blockName(v.plan, { ...s, side: 'both' }, t)} L, R` : blockName(v.plan, s, t);
    const last = blocks[blocks.length - 1];
    const row: [PlanStep, ExpandedStep] = [s, v.expansion.steps[i]!];
    if (last?.title === title) last.rows.push(row);
    else blocks.push({ title, rows: [row] });
  });
  const cautions = v.screen.findings.filter((f) => f.outcome === 'avoid' || f.outcome === 'modify').map((f) => f.title);
  let position = '';
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
          {blocks.map((b, n) => (
            <section key={n}>
              <h2>{b.title}</h2>
              <ol>
                {b.rows.map(([s, e]) => {
                  const turned = s.position !== position;
                  position = s.position;
                  return (
                    <li key={s.id}>
                      {turned && <i>{name(w.positions, s.position)}</i>}
                      <b>{s.name}</b>
                      <span>
                        {[
                          name(w.contacts, s.contact),
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
