import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { GiveView, VisitView, Vocabulary } from '../../api/types';
import { useAmend } from './ChangeAhead';
import type { Giving } from './giving';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  stoppedBy: string;
  view: GiveView;
  giving: Giving;
  base: string;
  onGoOn: () => void;
  onChange: () => void;
  onEnd: () => void;
}

/** A response that stops: what to do now, and whether it may go on. Going on waits for the server, because it screens anew. */
export function Stopped({ visit, words, stoppedBy, view, giving, base, onGoOn, onChange, onEnd }: Props) {
  const { t } = useTranslation();
  const { amend, wrong } = useAmend(visit, giving);
  const response = words.responses.find((r) => r.id === stoppedBy);
  const name = response?.name ?? stoppedBy.replaceAll('-', ' ');
  const known = view.phase === 'stopped';
  const goOn = view.may['go-on'];
  const ways = visit.shown.cards.flatMap((c) => (c.settled ? [] : c.ways.slice(0, 1)));
  return (
    <div className="gready" role="alertdialog" aria-label={name}>
      <p className="gside">{t('give.stoppedFor')}</p>
      <h1>{name}</h1>
      <p className="gwhere">{response?.advice}</p>
      {!known && <p className="gwhere soft">{t('give.screening')}</p>}
      {known && !goOn?.allowed && <p className="gwhere plum">{goOn?.why}</p>}
      {wrong && <p className="wrong">{wrong}</p>}
      <div className="acts">
        {known && goOn?.allowed && (
          <button type="button" className="pill main" onClick={onGoOn}>
            {t('give.goOn')}
          </button>
        )}
        {known && !goOn?.allowed && (
          <Link className="pill main" to={`${base}/screen`}>
            {t('plan.toScreen')}
          </Link>
        )}
        {known &&
          ways.map((w) => (
            <button
              key={w.replacement + w.steps.join()}
              type="button"
              className="pill"
              onClick={() => void amend({ swaps: w.steps.map((step) => ({ step, replacement: w.replacement })) })}
            >
              {t('give.swapNow', { saying: w.saying })}
            </button>
          ))}
        {known && (
          <button type="button" className="pill" onClick={onChange}>
            {t('ahead.title')}
          </button>
        )}
        <button type="button" className="pill danger" onClick={onEnd}>
          {t('give.endHere')}
        </button>
      </div>
    </div>
  );
}
