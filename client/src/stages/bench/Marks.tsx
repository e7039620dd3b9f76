import { useTranslation } from 'react-i18next';
import type { DrillScore } from '../../api/types';

/** How a drill went: its points, each mark with its sentence, and the one thing for next time. */
export function Marks({ score }: { score: DrillScore }) {
  const { t } = useTranslation();
  return (
    <section className="drillmarks" role="status">
      <h2>
        {t('bench.score', { points: score.points })}{' '}
        <small className={score.passed ? 'pine' : 'plum'}>{t(score.passed ? 'bench.passed' : 'bench.notYet')}</small>
      </h2>
      <ul className="plainlist">
        {score.marks.map((m) => (
          <li key={m.judged}>
            <b>{t(`bench.marks.${m.judged}`)}</b>
            <span className="bar" aria-label={`${m.points}`}>
              <i style={{ width: `${m.points}%` }} />
            </span>
            <small className="soft">{m.say}</small>
          </li>
        ))}
      </ul>
      <p>
        <b>{t('bench.next')}:</b> {score.next}
      </p>
    </section>
  );
}
