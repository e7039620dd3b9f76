import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { VisitView } from '../../../api/types';
import { clock, minSec } from '../../../parts/spoken';
import type { Change } from '../useAmend';
import { cursorAt, lateAt, overAt } from '../moment';
import { useTick, type GivingNow } from '../useGiving';
import { InTime } from './InTime';

interface Props {
  now: GivingNow;
  visit: VisitView;
  mayChange: boolean;
  amend: (change: Change) => Promise<boolean>;
}

/** Where the plan is, when it must be over, and whether it will be; where it will not, two ways to be done in time. */
export function EndClock({ now, visit, mayChange, amend }: Props) {
  const { t } = useTranslation();
  const [asked, setAsked] = useState(false);
  const { giving, anchor } = now;
  const total = visit.expansion.totalSeconds;
  const { sayLateFromSeconds, offerFromSeconds } = now.view.session;
  const at = useTick(giving, (ms) => Math.floor(cursorAt(anchor, ms, total)));
  const late = useTick(giving, (ms) => Math.round(lateAt(anchor, ms, total)));
  const over = useTick(giving, (ms) => Math.round(overAt(anchor, ms, total) ?? 0));
  const fixed = anchor.outBy !== null && anchor.phase !== 'finished';
  const offered = fixed && mayChange && Math.abs(over) >= offerFromSeconds;
  return (
    <>
      {asked && offered && (
        <InTime visit={visit} over={over} amend={amend} giving={giving} onDone={() => setAsked(false)} />
      )}
      <p className="clock" role="status">
        {minSec(at)} {t('give.of')} {minSec(total)}
        {!fixed && Math.abs(late) >= sayLateFromSeconds && (
          <span className={late > 0 ? 'behind' : 'ahead'}>
            {' '}
            · {t(late > 0 ? 'give.late' : 'give.early', { by: minSec(Math.abs(late)) })}
          </span>
        )}
        {fixed && (
          <>
            {' '}
            · {t('end.out', { at: clock(new Date(anchor.outBy!)) })}
            {Math.abs(over) >= sayLateFromSeconds && (
              <span className={over > 0 ? 'behind' : 'ahead'}>
                , {t(over > 0 ? 'end.over' : 'end.spare', { by: minSec(Math.abs(over)) })}
              </span>
            )}
          </>
        )}{' '}
        {offered && (
          <button type="button" className="pill" aria-expanded={asked} onClick={() => setAsked(!asked)}>
            {t(over > 0 ? 'end.makeFit' : 'end.useTime')}
          </button>
        )}
      </p>
    </>
  );
}
