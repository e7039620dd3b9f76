import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { ConsentPlace, MayAnswer, VisitView, Vocabulary } from '../../api/types';
import { Consents } from '../../parts/Consents';
import { useChange } from '../../api/useVisit';
import { clock, minSec } from '../../parts/spoken';
import { CommandCap } from '../../shell/KeyCap';
import { Note } from '../../ui/Note';
import { OutAt } from './end/OutAt';

/** Before the first press: what to set out, how long, and whether it may begin. */
export function Before({
  visit,
  may,
  base,
  unasked,
  words,
  onTakenBack,
  onStart,
  outBy,
  now,
  onOutBy,
}: {
  visit: VisitView;
  may?: MayAnswer;
  base: string;
  /** Cards of red flags that were not asked, once somebody wanted to begin without them. */
  unasked: string[];
  words: Vocabulary;
  onTakenBack: (place: ConsentPlace) => void;
  onStart: () => void;
  /** When it must be over, and now, in milliseconds. */
  outBy: number | null;
  now: number;
  onOutBy: (until: string | null) => void;
}) {
  const { t } = useTranslation();
  if (!may?.allowed) {
    return (
      <div className="gready">
        <h1>{t('give.blocked')}</h1>
        <p className="gwhere">{may?.why}</p>
        {may?.code === 'not-cleared' && (
          <Link className="pill main" to={`${base}/screen`}>
            {t('plan.toScreen')}
          </Link>
        )}
      </div>
    );
  }
  return (
    <div className="gready">
      <h1>{t('give.ready')}</h1>
      <p className="gwhere">
        {visit.plan.name} · {minSec(visit.expansion.totalSeconds)} ·{' '}
        {t('plan.steps', { count: visit.plan.steps.length })}
      </p>
      <OutAt outBy={outBy} now={now} onSet={onOutBy} />
      {outBy !== null && <InTimeFor visit={visit} outBy={outBy} now={now} />}
      {visit.setOut.length > 0 && <p className="gwhere soft">{t('give.setOut', { props: visit.setOut.join(', ') })}</p>}
      <Consents visit={visit} words={words} onTakenBack={onTakenBack} bare />
      {unasked.length > 0 && (
        <Note role="alert">
          {t('give.unasked', { cards: unasked.join(', ') })} <Link to={`${base}/arrive`}>{t('give.askFirst')}</Link>
        </Note>
      )}
      <button type="button" className="pill main" onClick={onStart}>
        {t(unasked.length > 0 ? 'give.startUnasked' : 'give.start')} <CommandCap in="give" of="forward" />
      </button>
      <p className="soft mt-3">{t('give.pedal')}</p>
    </div>
  );
}

const MINUTE_MS = 60_000;

/** Whether the plan, begun now, is over in time; where it is not, it is fitted to what is left by one touch. */
function InTimeFor({ visit, outBy, now }: { visit: VisitView; outBy: number; now: number }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const ends = now + visit.expansion.totalSeconds * 1000;
  const at = clock(new Date(ends));
  const over = (ends - outBy) / 1000;
  const minutes = Math.floor((outBy - now) / MINUTE_MS);
  if (over <= 0) return <p className="soft">{t('end.fits', { at })}</p>;
  return (
    <p className="acts">
      <span className="behind">{t('end.doesNotFit', { at, by: minSec(over) })}</span>
      {minutes > 0 && visit.may['edit-plan']?.allowed && (
        <button type="button" className="pill" onClick={() => void change('post', 'plan/fit', { minutes })}>
          {t('end.fit', { minutes })}
        </button>
      )}
    </p>
  );
}
