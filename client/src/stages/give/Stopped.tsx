import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { known, nameIn } from '../../api/named';
import type { GiveView, Happened, VisitView, Vocabulary } from '../../api/types';
import { Note } from '../../ui/Note';
import { useAmend } from './useAmend';
import { FirstSteps, type TellMore } from './happened/FirstSteps';
import type { Giving } from './giving';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  stoppedBy: string;
  happened: Happened[];
  onMore: TellMore;
  view: GiveView;
  giving: Giving;
  base: string;
  onGoOn: () => void;
  onChange: () => void;
  onEnd: () => void;
}

/** A response that stops: what to do now, and whether it may go on. Going on waits for the server, because it screens anew. */
export function Stopped({
  visit,
  words,
  stoppedBy,
  happened,
  onMore,
  view,
  giving,
  base,
  onGoOn,
  onChange,
  onEnd,
}: Props) {
  const { t } = useTranslation();
  const { amend, wrong } = useAmend(visit, giving);
  const happening = known(words.happenings, stoppedBy);
  const name = nameIn([...words.responses, ...words.happenings], stoppedBy);
  const screened = view.phase === 'stopped';
  const goOn = view.may['go-on'];
  const ways = visit.shown.cards.flatMap((c) => (c.settled ? [] : c.ways.slice(0, 1)));
  return (
    <div className="gready" role="alertdialog" aria-label={name}>
      <p className="gside">{t('give.stoppedFor')}</p>
      <h1>{name}</h1>
      {happening ? (
        <FirstSteps happening={happening} record={happened.findLast((h) => h.what === stoppedBy)} onMore={onMore} />
      ) : (
        <p className="gwhere">{known(words.responses, stoppedBy)?.advice}</p>
      )}
      {!screened && <p className="gwhere soft">{t('give.screening')}</p>}
      {screened && !goOn?.allowed && <p className="gwhere plum">{goOn?.why}</p>}
      {wrong && <Note kind="wrong">{wrong}</Note>}
      <div className="acts">
        {screened && goOn?.allowed && (
          <button type="button" className="pill main" onClick={onGoOn}>
            {t('give.goOn')}
          </button>
        )}
        {screened && !goOn?.allowed && (
          <Link className="pill main" to={`${base}/screen`}>
            {t('plan.toScreen')}
          </Link>
        )}
        {screened &&
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
        {screened && (
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
