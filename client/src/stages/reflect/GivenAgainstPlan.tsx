import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { clock, minSec } from '../../parts/spoken';
import { Noted } from './Noted';

const SHOWN = 14;

/** What was given against what was planned, and what was noted on the way. */
export function GivenAgainstPlan({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { session, givenSummary: sum } = visit;
  if (session.phase === 'not-started' && session.responses.length === 0)
    return <p className="soft">{t('given.nothing')}</p>;
  return (
    <section>
      <h2>{t('given.title')}</h2>
      <dl className="figures">
        <div>
          <dt>{t('given.time')}</dt>
          <dd>
            {minSec(sum.givenSeconds)}{' '}
            <i className="soft small">
              {t('give.of')} {minSec(sum.plannedSeconds)}
            </i>
          </dd>
        </div>
        <div>
          <dt>{t('given.steps')}</dt>
          <dd>
            {sum.givenSteps}{' '}
            <i className="soft small">
              {t('give.of')} {sum.plannedSteps}
            </i>
          </dd>
        </div>
        <div>
          <dt>{t('given.presses')}</dt>
          <dd>{sum.givenPresses}</dd>
        </div>
      </dl>
      <Noted visit={visit} words={words} />
      {sum.endedAt && <p className="mt-3 ended">{t('given.ended', { step: sum.endedAt, count: sum.notReached })}</p>}
      {session.seams.map((x) => (
        <p key={x.id} className="small mt-1">
          <time>{clock(x.at)}</time> {t('given.seam', { what: x.saying })}
        </p>
      ))}
      {sum.otherwise.length > 0 && (
        <>
          <h3 className="mt-3">{t('given.different')}</h3>
          <ul className="log">
            {sum.otherwise.slice(0, SHOWN).map((g) => (
              <li key={g.step}>
                <time>{g.givenSeconds <= 0 ? '–' : minSec(g.givenSeconds)}</time>
                <b>{g.name}</b>
                <span className="soft">
                  {g.givenSeconds <= 0 ? t('given.left') : t('given.planned', { time: minSec(g.plannedSeconds) })}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
