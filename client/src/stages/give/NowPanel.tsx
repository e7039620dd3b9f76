import { useTranslation } from 'react-i18next';
import { handsOf } from '../../parts/hands';
import { turns } from '../../thread/layout';
import { known, nameIn } from '../../api/named';
import type { VisitView, Vocabulary } from '../../api/types';
import { Level } from '../../parts/Level';
import { CommandCap } from '../../shell/KeyCap';
import { Lantern } from '../../shell/Lantern';
import { plain } from '../../parts/Guide';
import { cursorAt, momentAt, type Moment } from './moment';
import { useTick, type GivingNow } from './useGiving';

interface Props {
  moment: Moment;
  visit: VisitView;
  words: Vocabulary;
  now: GivingNow;
  onFinish: () => void;
}

/** The one large instruction: step, place, breath, count, countdown, next. */
export function NowPanel({ moment, visit, words, now, onFinish }: Props) {
  const { t } = useTranslation();
  const { step } = moment;
  const planned = known(visit.plan.steps, step.id)!;
  const { levels, phase, stayingSince } = now.anchor;
  const staying = stayingSince !== null;
  const next = visit.expansion.steps[moment.index + 1];
  if (moment.phase === 'done') {
    return (
      <div className="gready">
        <h1>{t('give.done')}</h1>
        <p className="gwhere">{t('give.doneHow')}</p>
        <button type="button" className="pill main" onClick={onFinish}>
          {t('give.finish')} <CommandCap in="give" of="forward" />
        </button>
      </div>
    );
  }
  const level = levels[step.id] ?? step.level;
  const resting = moment.phase === 'rest' && step.restSeconds > 0;
  const breathing = { now, visit, share: words.defaults.outBreathShare };
  return (
    <>
      <p className="gside">
        {[
          step.side === 'mid' ? '' : t(`side.${step.side}`),
          nameIn(words.positions, step.position),
          handsOf(planned, words),
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <h1 data-testid="now-step">{resting ? t('give.noTouch') : step.name}</h1>
      <p className="gwhere">{resting ? t('give.noTouchWhy') : plain(planned.where)}</p>
      <div className="gcount">
        <BreathLamp {...breathing} />
        <div>
          <BreathWord {...breathing} paused={phase === 'paused' && !staying} />
          <p className="sink serif">
            {staying
              ? t('give.staying')
              : moment.phase === 'change'
                ? t(`give.changing.${step.change ?? 'none'}`)
                : resting
                  ? t('give.wait')
                  : t(`give.hand.${step.timed && moment.phase === 'travel' ? 'release' : moment.phase}`)}
          </p>
          {staying ? (
            <Staying {...breathing} since={stayingSince} />
          ) : moment.phase === 'change' || resting ? (
            <p className="cnt" role="timer">
              <Left now={now} visit={visit} /> s
            </p>
          ) : step.timed ? (
            <p className="cnt" role="timer">
              <Left now={now} visit={visit} /> {t('give.secondsLeft')}
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
          {planned.pattern.untilPulseSlows && planned.pattern.hold && !resting && moment.phase !== 'change' && (
            <Held now={now} visit={visit} hold={planned.pattern.hold} />
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
          {turns(next) && `, ${nameIn(words.positions, next.position)}`}
        </p>
      )}
    </>
  );
}

type Ticking = { now: GivingNow; visit: VisitView };

const at = ({ now, visit }: Ticking, ms: number) =>
  momentAt(visit.expansion, cursorAt(now.anchor, ms, visit.expansion.totalSeconds));

/** The seconds that count down. */
function Left(p: Ticking) {
  return <b className="serif">{useTick(p.now.giving, (ms) => Math.ceil(at(p, ms).left))}</b>;
}

/** How long a place has been held on for, in seconds and in the client's breaths. */
function Staying({ since, ...p }: Ticking & { since: number }) {
  const { t } = useTranslation();
  const seconds = useTick(p.now.giving, (ms) => Math.max(0, Math.floor((ms - since) / 1000)));
  return (
    <p className="cnt" role="timer">
      <b className="serif">{seconds}</b>{' '}
      {t('give.stayed', { count: Math.floor(seconds / p.visit.tempo.breathSeconds!) })}
    </p>
  );
}

/** How long a hold must and may last. */
function Held({ hold, ...p }: Ticking & { hold: { min: number; max: number } }) {
  const { t } = useTranslation();
  const enough = useTick(p.now.giving, (ms) => {
    const m = at(p, ms);
    return m.into - (m.step.presses[0]?.sinkSeconds ?? 0) >= hold.min;
  });
  return (
    <p className="minmax">
      <span className={enough ? 'ok' : ''}>{t('give.atLeast', { s: hold.min })}</span> ·{' '}
      {t('give.atMost', { s: hold.max })}
      {enough && <em> {t('give.mayRelease')}</em>}
    </p>
  );
}

type Breathing = Ticking & { share: number };

/** Where in a breath the client is, 0 to 1. Each press begins on an out-breath; between presses the breath just goes on. */
function turnAt(p: Breathing, ms: number) {
  const period = p.visit.tempo.breathSeconds!;
  const m = at(p, ms);
  const bound = m.press > 0 && m.step.presses[0]?.breaths;
  // The breath goes on while a place is held on.
  const { stayingSince } = p.now.anchor;
  const held = stayingSince === null ? 0 : (ms - stayingSince) / 1000;
  const seconds = held + (bound ? m.into : cursorAt(p.now.anchor, ms, p.visit.expansion.totalSeconds));
  return (seconds % period) / period;
}

/** The lantern as the client's breath: its light fades as the breath goes out and swells as it comes in. */
function BreathLamp(p: Breathing) {
  const light = useTick(p.now.giving, (ms) => {
    const turn = turnAt(p, ms);
    return (turn < p.share ? 1 - turn / p.share : (turn - p.share) / (1 - p.share)).toFixed(2);
  });
  return (
    <div className="breathlamp" style={{ '--light': light } as React.CSSProperties}>
      <Lantern light="here" />
    </div>
  );
}

function BreathWord({ paused, ...p }: Breathing & { paused: boolean }) {
  const { t } = useTranslation();
  const out = useTick(p.now.giving, (ms) => turnAt(p, ms) < p.share);
  return <p className="breathword">{paused ? t('give.paused') : t(out ? 'give.out' : 'give.in')}</p>;
}
