import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { ConsentPlace, MayAnswer, VisitView, Vocabulary } from '../../api/types';
import { Consents } from '../../parts/Consents';
import { minSec } from '../../parts/spoken';
import { CommandCap } from '../../shell/KeyCap';
import { Note } from '../../ui/Note';

/** Before the first press: what to set out, how long, and whether it may begin. */
export function Before({
  visit,
  may,
  base,
  unasked,
  words,
  onTakenBack,
  onStart,
}: {
  visit: VisitView;
  may?: MayAnswer;
  base: string;
  /** Cards of red flags that were not asked, once somebody wanted to begin without them. */
  unasked: string[];
  words: Vocabulary;
  onTakenBack: (place: ConsentPlace) => void;
  onStart: () => void;
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
