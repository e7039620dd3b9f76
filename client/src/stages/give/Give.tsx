import { useEffect } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate } from 'react-router';
import { minSec } from '../../parts/spoken';
import { useKeys } from '../../shell/keys';
import { Thread } from '../../thread/Thread';
import type { StageProps } from '../stage';
import { Before } from './Before';
import { GiveKeys } from './GiveKeys';
import { cursorAt, momentAt } from './moment';
import { NowPanel } from './NowPanel';
import { Stopped } from './Stopped';
import { TheStep } from './TheStep';
import { useGiving } from './useGiving';

/** Give: what now. Readable at two metres, with both hands busy. */
export default function Give({ visit, words, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const giving = useGiving(visit);
  const { anchor, record, nowMs } = giving;
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    navigator.wakeLock
      ?.request('screen')
      .then((l) => (lock = l))
      .catch(() => undefined);
    return () => {
      void lock?.release();
    };
  }, []);
  const cursor = cursorAt(anchor, nowMs, visit.expansion.totalSeconds);
  const moment = momentAt(visit.expansion, cursor);
  const running = anchor.phase === 'running';
  const mayStart = giving.view.start.mayStart;
  const finish = () => {
    record('finish');
    void navigate(`${base}/reflect`);
  };
  const forward = () => {
    if (anchor.phase === 'not-started') return mayStart && record('start');
    if (anchor.phase === 'finished') return void navigate(`${base}/reflect`);
    if (moment.phase === 'done') return finish();
    if (anchor.phase !== 'stopped') record('next');
  };
  useKeys((e) => {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const key = e.key.toLowerCase();
    if (e.target instanceof HTMLButtonElement && key === 'enter') return;
    const mine: Record<string, () => void> = {
      ' ': forward,
      pagedown: forward,
      pageup: () => record('back'),
      p: () => record(running ? 'pause' : 'resume'),
      a: () => record('again'),
    };
    const response = words.responses.find((r) => r.key === key);
    const act =
      mine[key] ??
      (response && anchor.phase !== 'not-started' && anchor.phase !== 'finished'
        ? () => record('response', response.id)
        : undefined);
    if (act) {
      e.preventDefault();
      act();
    }
  });
  const stoppedBy = giving.view.session.stoppedBy;
  const late =
    giving.view.session.lateSeconds +
    (anchor.phase === 'paused' || anchor.phase === 'stopped'
      ? (nowMs - new Date(giving.view.session.now).getTime()) / 1000
      : 0);
  return (
    <div className="give" data-phase={anchor.phase}>
      <main className="gmain">
        <TheStep moment={moment} visit={visit} words={words} levels={giving.view.session.levels} />
        <section className="gtext" aria-live="off">
          <div className="glamps">{lamps}</div>
          {anchor.phase === 'not-started' ? (
            <Before
              visit={visit}
              mayStart={mayStart}
              obstacles={giving.view.start.obstacles}
              base={base}
              onStart={forward}
            />
          ) : stoppedBy && anchor.phase === 'stopped' ? (
            <Stopped
              response={words.responses.find((r) => r.id === stoppedBy)!}
              start={giving.view.start}
              base={base}
              onGoOn={() => record('go-on')}
              onEnd={finish}
            />
          ) : anchor.phase === 'finished' ? (
            <div className="gready">
              <h1>{t('give.finished')}</h1>
              <Link className="pill main" to={`${base}/reflect`}>
                {t('give.toReflect')}
              </Link>
            </div>
          ) : (
            <NowPanel
              moment={moment}
              visit={visit}
              words={words}
              paused={anchor.phase === 'paused'}
              levels={giving.view.session.levels}
              cursor={cursor}
              onFinish={finish}
            />
          )}
          {anchor.phase !== 'not-started' && (
            <p className="clock" role="status">
              {minSec(cursor)} {t('give.of')} {minSec(visit.expansion.totalSeconds)}
              {Math.abs(late) >= 20 && (
                <span className={late > 0 ? 'behind' : 'ahead'}>
                  {' '}
                  · {t(late > 0 ? 'give.late' : 'give.early', { by: minSec(Math.abs(late)) })}
                </span>
              )}
            </p>
          )}
        </section>
      </main>
      <GiveKeys
        words={words}
        phase={anchor.phase}
        noted={giving.view.session.responses.length}
        state={giving.state}
        pending={giving.pending}
        onResponse={(id) => record('response', id)}
        onNext={forward}
        onBack={() => record('back')}
        onPause={() => record(running ? 'pause' : 'resume')}
        onAgain={() => record('again')}
      />
      <Thread
        plan={visit.plan}
        expansion={visit.expansion}
        words={words}
        selected={moment.step.id}
        now={cursor}
        breathsPerMinute={visit.tempo.breathsPerMinute}
      />
    </div>
  );
}
