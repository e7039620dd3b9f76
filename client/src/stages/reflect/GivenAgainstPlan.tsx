import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { clock, minSec } from '../../parts/spoken';

/** What was given against what was planned, and what was noted on the way. */
export function GivenAgainstPlan({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { session, given } = visit;
  if (session.phase === 'not-started') return <p className="soft">{t('given.nothing')}</p>;
  const done = given.filter((g) => g.givenSeconds > 0);
  const nameOf = (id: string) => visit.plan.steps.find((s) => s.id === id)?.name ?? id;
  const off = given.filter((g) => g.givenSeconds <= 0 || Math.abs(g.givenSeconds - g.plannedSeconds) > 15);
  const sum = (list: typeof given, of: (g: (typeof given)[number]) => number) => list.reduce((a, g) => a + of(g), 0);
  return (
    <section>
      <h2>{t('given.title')}</h2>
      <dl className="figures">
        <div>
          <dt>{t('given.time')}</dt>
          <dd>
            {minSec(sum(done, (g) => g.givenSeconds))}{' '}
            <i className="soft small">
              {t('give.of')} {minSec(visit.expansion.totalSeconds)}
            </i>
          </dd>
        </div>
        <div>
          <dt>{t('given.steps')}</dt>
          <dd>
            {done.length}{' '}
            <i className="soft small">
              {t('give.of')} {given.length}
            </i>
          </dd>
        </div>
        <div>
          <dt>{t('given.presses')}</dt>
          <dd>{sum(given, (g) => g.givenPresses)}</dd>
        </div>
      </dl>
      <h3 className="mt-3">{t('given.responses')}</h3>
      {session.responses.length === 0 && <p className="soft small">{t('given.none')}</p>}
      <ul className="log">
        {session.responses.map((r) => (
          <li key={r.id}>
            <time>{clock(new Date(r.at))}</time>
            <b>{words.responses.find((k) => k.id === r.response)?.name ?? r.response}</b>
            <span className="soft">{nameOf(r.step)}</span>
          </li>
        ))}
      </ul>
      {off.length > 0 && (
        <>
          <h3 className="mt-3">{t('given.different')}</h3>
          <ul className="log">
            {off.slice(0, 14).map((g) => (
              <li key={g.step}>
                <time>{g.givenSeconds <= 0 ? '–' : minSec(g.givenSeconds)}</time>
                <b>{nameOf(g.step)}</b>
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
