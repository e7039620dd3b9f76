import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { GiveView, ResponseKind } from '../../api/types';

/** A response that stops: what to do now, and whether it may go on. */
export function Stopped({
  response,
  start,
  base,
  onGoOn,
  onEnd,
}: {
  response: ResponseKind;
  start: GiveView['start'];
  base: string;
  onGoOn: () => void;
  onEnd: () => void;
}) {
  const { t } = useTranslation();
  return (
    <div className="gready" role="alertdialog" aria-label={response.name}>
      <p className="gside">{t('give.stoppedFor')}</p>
      <h1>{response.name}</h1>
      <p className="gwhere">{response.advice}</p>
      {!start.mayStart && (
        <p className="gwhere plum">{[...new Set(start.obstacles.map((o) => o.title))].join('. ')}.</p>
      )}
      <div className="acts">
        {start.mayStart ? (
          <button type="button" className="pill main" onClick={onGoOn}>
            {t('give.goOn')}
          </button>
        ) : (
          <Link className="pill main" to={`${base}/screen`}>
            {t('plan.toScreen')}
          </Link>
        )}
        <button type="button" className="pill danger" onClick={onEnd}>
          {t('give.endHere')}
        </button>
      </div>
    </div>
  );
}
