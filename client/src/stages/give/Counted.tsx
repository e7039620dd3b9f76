import { useTranslation } from 'react-i18next';
import { countedAt, type Moment } from './moment';

/** Where the hands are in what is counted: the turn and its direction, the trip, the place and the one after it. */
export function Counted({ moment, large }: { moment: Moment; large?: boolean }) {
  const { t } = useTranslation();
  const { step, press, presses } = moment;
  const { counting, byTurns } = step;
  const at = counting && countedAt(counting, Math.max(1, press));
  // Where each press is one of them, they are the same count.
  const same = counting && counting.per === 1 && counting.of === presses;
  const station = step.presses[press - 1]?.station;
  const ahead = step.presses[press];
  return (
    <>
      {large && !same && (
        <>
          <b className="serif">{step.stations > 1 && station ? station : press}</b>{' '}
          {t('give.ofCount', { count: step.stations > 1 ? step.stations : presses })}
        </>
      )}
      {counting && at && (
        <span className={large && same ? 'counted alone' : 'counted'}>
          {t(`give.counted.${counting.what}`, { n: at.n, of: counting.of })}
          {counting.otherWayAfter != null && ` · ${t(at.otherWay ? 'give.otherWay' : 'give.oneWay')}`}
        </span>
      )}
      {!counting && !large && presses > 1 && <span className="ofn">{t('give.nOf', { n: press, of: presses })}</span>}
      {byTurns && press > 0 && (
        <span className="counted">{t(`give.byTurns.${byTurns}`, { context: press % 2 ? 'first' : 'second' })}</span>
      )}
      {moment.place && <span className="place"> {moment.place}</span>}
      {ahead?.place && ahead.place !== moment.place && (
        <span className="ofn">{t('give.thenPlace', { place: ahead.place })}</span>
      )}
    </>
  );
}
