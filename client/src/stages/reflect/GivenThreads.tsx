import { scaleLinear } from '@visx/scale';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { VisitView, Vocabulary } from '../../api/types';
import { minSec } from '../../parts/spoken';

const WIDE = 852;
const PLANNED = 26;
const GIVEN = 74;
const THICK = 10;
/** Less than this nobody sees. */
const LEAST = 1.2;

/** The plan and what was given of it as two threads over each other, each along its own time; what differs leans or is missing. */
export function GivenThreads({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { given, session } = visit;
  const all = given.reduce((sum, g) => sum + g.plannedSeconds, 0);
  const done = given.reduce((sum, g) => sum + g.givenSeconds, 0);
  if (done <= 0) return null;
  const x = scaleLinear({ domain: [0, Math.max(all, done)], range: [0, WIDE] });
  const otherwise = new Set(visit.givenSummary.otherwise.map((o) => o.step));
  const [ends, starts] = [
    runningTotals(given.map((g) => g.plannedSeconds)),
    runningTotals(given.map((g) => g.givenSeconds)),
  ];
  const spans = given.map((g, i) => ({
    ...g,
    name: nameIn(visit.plan.steps, g.step),
    plan: [x(ends[i]!), x(ends[i]! + g.plannedSeconds)] as const,
    gave: [x(starts[i]!), x(starts[i]! + g.givenSeconds)] as const,
    level: { planned: known(visit.plan.steps, g.step)?.level ?? g.level, given: g.level },
  }));
  return (
    <section className="giventhreads" aria-label={t('given.threads')}>
      <svg
        viewBox={`0 0 ${WIDE} 108`}
        role="img"
        aria-label={t('given.threadsSaid', { given: minSec(done), planned: minSec(all) })}
      >
        <text x={0} y={12}>
          {t('given.threadPlanned', { time: minSec(all) })}
        </text>
        <text x={0} y={104}>
          {t('given.threadGiven', { time: minSec(done) })}
        </text>
        {spans.map((s) => {
          const missing = s.givenSeconds <= 0;
          const look = missing ? 'missing' : otherwise.has(s.step) ? 'otherwise' : '';
          const changed = !missing && s.level.given !== s.level.planned;
          const said = [
            s.name,
            missing ? t('given.left') : `${minSec(s.givenSeconds)} ${t('give.of')} ${minSec(s.plannedSeconds)}`,
            changed && t('given.levels', { given: s.level.given, planned: s.level.planned }),
          ]
            .filter(Boolean)
            .join(' · ');
          const noted = session.responses.filter((r) => r.step === s.step);
          const middle = (s.gave[0] + s.gave[1]) / 2;
          return (
            <g key={s.step} className={look}>
              <title>{said}</title>
              <rect
                className="plan"
                x={s.plan[0]}
                width={Math.max(LEAST, s.plan[1] - s.plan[0] - 1)}
                y={PLANNED - THICK / 2}
                height={THICK}
                rx={THICK / 2}
              />
              {!missing && (
                <>
                  <path
                    className="lean"
                    d={`M${(s.plan[0] + s.plan[1]) / 2} ${PLANNED + THICK / 2}L${middle} ${GIVEN - THICK / 2}`}
                  />
                  <rect
                    className="gave"
                    x={s.gave[0]}
                    width={Math.max(LEAST, s.gave[1] - s.gave[0] - 1)}
                    y={GIVEN - THICK / 2}
                    height={THICK}
                    rx={THICK / 2}
                  />
                </>
              )}
              {changed && (
                <text className="level" x={middle} y={GIVEN - THICK} textAnchor="middle">
                  {s.level.given > s.level.planned ? '+' : '−'}
                  {Math.abs(s.level.given - s.level.planned)}
                </text>
              )}
              {noted.map((r, i) => (
                <circle
                  key={r.id}
                  className="noted"
                  cx={missing ? (s.plan[0] + s.plan[1]) / 2 : middle}
                  cy={GIVEN + 12 + i * 7}
                  r={3}
                >
                  <title>{`${nameIn(words.responses, r.response)} · ${s.name}`}</title>
                </circle>
              ))}
            </g>
          );
        })}
      </svg>
      <p className="soft small">{t('given.threadsKey')}</p>
      {session.pauses.filter((p) => p.why).length > 0 && (
        <p className="small">
          {t('given.paused', {
            why: [...new Set(session.pauses.flatMap((p) => (p.why ? [p.why.toLowerCase()] : [])))].join(', '),
          })}
        </p>
      )}
    </section>
  );
}

/** What came before each. */
function runningTotals(seconds: number[]) {
  let sum = 0;
  return seconds.map((s) => (sum += s) - s);
}
