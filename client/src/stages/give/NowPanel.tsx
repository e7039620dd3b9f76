import { useTranslation } from 'react-i18next';
import { handsOf } from '../../parts/hands';
import { turns } from '../../thread/layout';
import { known, nameIn } from '../../api/named';
import type { NotedResponse, VisitView, Vocabulary } from '../../api/types';
import { CommandCap } from '../../shell/KeyCap';
import { plain } from '../../parts/Guide';
import type { actionsOf } from './actions';
import { BreathLamp, BreathPace, BreathWord, OwnBreath } from './BreathLamp';
import { periodOf } from './breath';
import { Counted } from './Counted';
import { Decide } from './Decide';
import { LevelKeys } from './LevelKeys';
import { cursorAt, momentAt, type Moment } from './moment';
import { Paused } from './Paused';
import { Recheck } from './Recheck';
import { useTick, type GivingNow } from './useGiving';

interface Props {
  moment: Moment;
  visit: VisitView;
  words: Vocabulary;
  now: GivingNow;
  onFinish: () => void;
  does: ReturnType<typeof actionsOf>;
  onPace: (perMinute: number) => void;
  noted: readonly NotedResponse[];
  onLeaveOut: (step: string) => void;
}

/** A longer name takes two lines of a smaller letter. */
const LONG_NAME = 24;

/** The one large instruction: step, place, breath, count, countdown, next. */
export function NowPanel({ moment, visit, words, now, onFinish, does, onPace, noted, onLeaveOut }: Props) {
  const { t } = useTranslation();
  const { step } = moment;
  const planned = known(visit.plan.steps, step.id)!;
  const { phase, stayingSince } = now.anchor;
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
      <h1 data-testid="now-step" className={step.name.length > LONG_NAME ? 'long' : ''}>
        {resting ? t('give.noTouch') : step.name}
      </h1>
      <p className="gwhere">{resting ? t('give.noTouchWhy') : plain(planned.where)}</p>
      <div className="gcount">
        <div className="breath">
          <BreathLamp {...breathing} onTap={does.breath} />
          <BreathWord {...breathing} paused={phase === 'paused' && !staying} />
          {phase === 'running' && <OwnBreath moment={moment} />}
        </div>
        <div>
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
              <Counted moment={moment} />
            </p>
          ) : (
            <p className="cnt">
              <Counted moment={moment} large />
            </p>
          )}
          {planned.pattern.hold && step.timed && !resting && moment.phase !== 'change' && (
            <Held now={now} visit={visit} hold={planned.pattern.hold} pulse={planned.pattern.untilPulseSlows} />
          )}
          {phase === 'paused' && !staying && (
            <Paused reasons={words.defaults.pauseReasons} why={now.anchor.pausedWhy} onWhy={does.pauseWhy} />
          )}
          <BreathPace anchor={now.anchor} visit={visit} mayChange={!!now.view.may.amend?.allowed} onPace={onPace} />
          <Decide
            step={planned}
            words={words}
            noted={noted}
            onAnswer={(a) => does.decide(a, () => onLeaveOut(step.id))}
          />
          <LevelKeys moment={moment} visit={visit} anchor={now.anchor} onLevel={does.level} />
        </div>
      </div>
      <Recheck moment={moment} visit={visit} words={words} />
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
      {t('give.stayed', { count: Math.floor(seconds / periodOf(p.now.anchor, p.visit)) })}
    </p>
  );
}

/** How long a hold must and may last, and how many breaths it has lasted. */
function Held({ hold, pulse, ...p }: Ticking & { hold: { min: number; max: number }; pulse: boolean }) {
  const { t } = useTranslation();
  const held = useTick(p.now.giving, (ms) => {
    const m = at(p, ms);
    return Math.max(0, Math.floor(m.into - (m.step.presses[m.press - 1]?.sinkSeconds ?? 0)));
  });
  const breaths = Math.floor(held / periodOf(p.now.anchor, p.visit));
  return (
    <p className="minmax">
      <span>{t('sheet.breaths', { count: breaths })}</span>
      {hold.min < hold.max && (
        <>
          {' '}
          · <span className={held >= hold.min ? 'ok' : ''}>{t('give.atLeast', { s: hold.min })}</span> ·{' '}
          {t('give.atMost', { s: hold.max })}
        </>
      )}
      {pulse && held >= hold.min && <em> {t('give.mayRelease')}</em>}
    </p>
  );
}
