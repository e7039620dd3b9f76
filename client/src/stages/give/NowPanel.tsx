import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { Level } from '../../parts/Level';
import { Lantern } from '../../shell/Lantern';
import type { Moment } from './moment';

interface Props {
  moment: Moment;
  visit: VisitView;
  words: Vocabulary;
  levels: Record<string, number>;
  paused: boolean;
  cursor: number;
  onFinish: () => void;
}

/** The one large instruction: step, place, breath, count, countdown, next. */
export function NowPanel({ moment, visit, words, levels, paused, cursor, onFinish }: Props) {
  const { t } = useTranslation();
  const { step } = moment;
  const planned = visit.plan.steps.find((s) => s.id === step.id)!;
  const next = visit.expansion.steps[moment.index + 1];
  const name = (list: { id: string; name: string }[], id: string) => list.find((x) => x.id === id)?.name ?? id;
  if (moment.phase === 'done') {
    return (
      <div className="gready">
        <h1>{t('give.done')}</h1>
        <p className="gwhere">{t('give.doneHow')}</p>
        <button type="button" className="pill main" onClick={onFinish}>
          {t('give.finish')} <kbd>space</kbd>
        </button>
      </div>
    );
  }
  const period = 60 / visit.tempo.breathsPerMinute;
  // Each press begins on an out-breath; between presses the breath just goes on.
  const turn = ((moment.press > 0 && step.presses[0]?.breaths ? moment.into : cursor) % period) / period;
  const share = words.defaults.outBreathShare;
  const out = turn < share;
  // The light fades as the breath goes out and swells as it comes in.
  const light = out ? 1 - turn / share : (turn - share) / (1 - share);
  const level = levels[step.id] ?? step.level;
  const timed =
    planned.pattern.kind === 'hold' ||
    planned.pattern.kind === 'still' ||
    planned.pattern.kind === 'rock' ||
    planned.pattern.kind === 'stretch';
  const resting = moment.phase === 'rest' && step.restSeconds > 0;
  const hold = planned.pattern.hold;
  const held = moment.into - (step.presses[0]?.sinkSeconds ?? 0);
  return (
    <>
      <p className="gside">
        {[
          step.side === 'mid' ? '' : t(`side.${step.side}`),
          name(words.positions, step.position),
          name(words.contacts, step.contact),
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <h1 data-testid="now-step">{resting ? t('give.noTouch') : step.name}</h1>
      <p className="gwhere">{resting ? t('give.noTouchWhy') : planned.where}</p>
      <div className="gcount">
        <div className="breathlamp" style={{ '--light': light.toFixed(3) } as React.CSSProperties}>
          <Lantern light="here" />
        </div>
        <div>
          <p className="breathword">{paused ? t('give.paused') : t(out ? 'give.out' : 'give.in')}</p>
          <p className="sink serif">
            {moment.phase === 'change'
              ? t(step.change === 'position' ? 'give.turn' : step.change ? 'give.move' : 'give.prepare')
              : resting
                ? t('give.wait')
                : t(`give.hand.${timed && moment.phase === 'travel' ? 'release' : moment.phase}`)}
          </p>
          {moment.phase === 'change' || resting ? (
            <p className="cnt" role="timer">
              <b className="serif">{Math.ceil(moment.left)}</b> s
            </p>
          ) : timed ? (
            <p className="cnt" role="timer">
              <b className="serif">{Math.ceil(moment.left)}</b> {t('give.secondsLeft')}
              {moment.presses > 1 && (
                <span className="ofn">{t('give.nOf', { n: moment.press, of: moment.presses })}</span>
              )}
            </p>
          ) : (
            <p className="cnt">
              <b className="serif">{moment.press}</b> {t('give.ofCount', { count: moment.presses })}
              {moment.place && <span className="place"> {moment.place}</span>}
            </p>
          )}
          {planned.pattern.untilPulseSlows && hold && !resting && moment.phase !== 'change' && (
            <p className="minmax">
              <span className={held >= hold.min ? 'ok' : ''}>{t('give.atLeast', { s: hold.min })}</span> ·{' '}
              {t('give.atMost', { s: hold.max })}
              {held >= hold.min && <em> {t('give.mayRelease')}</em>}
            </p>
          )}
          <p className="lvl">
            {t('level', { level })} <Level level={level} />
            {level < step.level && <em> {t('give.lighter')}</em>}
          </p>
        </div>
      </div>
      {next && (
        <p className="gnext">
          {t('give.then')} <b>{next.name}</b>
          {next.side !== step.side && next.side !== 'mid' && `, ${t(`side.${next.side}`)}`}
          {next.change === 'position' && `, ${name(words.positions, next.position)}`}
        </p>
      )}
    </>
  );
}
