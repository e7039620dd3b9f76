import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate } from 'react-router';
import { known, nameIn } from '../../api/named';
import type { ConsentPlace } from '../../api/types';
import { minSec } from '../../parts/spoken';
import { useCommands } from '../../shell/keys';
import { Thread } from '../../thread/Thread';
import { Note } from '../../ui/Note';
import type { StageProps } from '../stage';
import { Before } from './Before';
import { HandsFree } from './hands/HandsFree';
import { useHands, type Pedal } from './hands/hands';
import { LastNote } from './hands/LastNote';
import { PedalNote, useChoosing } from './hands/PedalNote';
import { ThreeFields } from './hands/ThreeFields';
import { useCues } from './hands/useCues';
import { usePedals } from './hands/usePedals';
import { notesOf } from './notes';
import { ChangeAhead, useAmend } from './ChangeAhead';
import { GiveKeys } from './GiveKeys';
import { cursorAt, lateAt, momentAt, type Moment } from './moment';
import { NotKept } from './NotKept';
import { NowPanel } from './NowPanel';
import { Stopped } from './Stopped';
import { TheStep } from './TheStep';
import { useGiving, useTick, type GivingNow } from './useGiving';
import { useWakeLock } from './useWakeLock';

/** Give: what now. Readable at two metres, with both hands busy. */
export default function Give({ visit, words, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const now = useGiving(visit, words);
  const [changing, setChanging] = useState(false);
  const [warned, setWarned] = useState(false);
  useWakeLock();
  const { anchor, record, view, giving } = now;
  const total = visit.expansion.totalSeconds;
  // Only another press, step or part of one draws the page anew; what counts down draws itself.
  useTick(giving, (ms) => {
    const m = momentAt(visit.expansion, cursorAt(anchor, ms, total));
    return `${m.index}|${m.press}|${m.phase}`;
  });
  const moment = momentAt(visit.expansion, cursorAt(anchor, giving.tickMs, total));
  const running = anchor.phase === 'running';
  const may = view.may;
  const idle = anchor.phase === 'not-started' || anchor.phase === 'finished';
  const finish = () => {
    record('finish');
    void navigate(`${base}/reflect`);
  };
  // Where the signs that forbid a session were not asked about, beginning takes one touch more, and the log says so.
  const unasked = visit.redFlagsOpen;
  const begin = () => {
    if (unasked.length > 0 && !warned) return setWarned(true);
    record('start', unasked.length > 0 ? { text: t('give.begunUnasked', { cards: unasked.join(', ') }) } : undefined);
  };
  const forward = () => {
    if (anchor.phase === 'not-started') return may.start?.allowed && begin();
    if (anchor.phase === 'finished') return void navigate(`${base}/reflect`);
    if (moment.phase === 'done') return finish();
    if (anchor.phase !== 'stopped') record('next');
  };
  const { amend, wrong } = useAmend(visit, giving);
  const [away, setAway] = useState('');
  const takenBack = (place: ConsentPlace) => {
    setAway(nameIn([...words.areas, ...words.regions], place.region));
    if (idle) return;
    const ahead = visit.plan.steps.slice(moment.index).filter((s) => place.ifRefused.includes(s.id));
    if (ahead.length === visit.plan.steps.length - moment.index) return finish();
    void amend({ swaps: ahead.map((s) => ({ step: s.id, replacement: 'leave-out' })) });
  };
  const respond = (response: string, at = moment) =>
    record('response', {
      response,
      step: at.step.id,
      detail: { station: at.step.presses[at.press - 1]?.station, place: at.place, side: at.step.side },
    });
  const noted = notesOf(view.session.responses, now.log.pending);
  const last = noted.at(-1);
  const add = (of: string, part: { text?: string; strength?: number }) =>
    record('annotate', { text: part.text, detail: { of, strength: part.strength } });
  const [arranging, setArranging] = useState(false);
  const { field } = useHands();
  // What is offered stays what it was when "note" was pressed, though the clock may take the next step up meanwhile.
  const [choosing, setChoosing] = useChoosing<{ at: Moment; likely: string[] }>();
  const [first, second] = choosing?.likely ?? [];
  const stopBy =
    known(words.responses, words.defaults.stopByPedal)?.id ?? words.responses.find((r) => r.effect === 'stop')?.id;
  const onPedal = (pedal: Pedal) => {
    if (pedal === 'stop') {
      setChoosing(null);
      if (!idle && anchor.phase !== 'stopped' && stopBy) respond(stopBy);
    } else if (choosing) {
      setChoosing(null);
      const response = pedal === 'next' ? first : second;
      if (response) respond(response, choosing.at);
    } else if (pedal === 'next') forward();
    else if (!idle) setChoosing({ at: moment, likely: visit.likelyNotes[moment.step.id] ?? [] });
  };
  const press = usePedals(onPedal, changing || arranging);
  useCues(visit, moment, running);
  const name = (id?: string) => nameIn(words.responses, id);
  const names = {
    note: choosing ? name(second) : t('hands.pedal.note'),
    next: choosing ? name(first) : t(anchor.phase === 'not-started' ? 'give.start' : 'hands.pedal.next'),
    stop: t('hands.pedal.stop'),
  };
  const stay = () => running && record('stay');
  const pause = () => record(running ? 'pause' : 'resume');
  useCommands(
    'give',
    changing || arranging
      ? {}
      : { forward: () => forward(), back: () => record('back'), pause, again: () => record('again'), stay },
    (key) => {
      const response = words.responses.find((r) => r.key === key.replace('Shift+', ''));
      return response && !idle && !changing && !arranging ? () => respond(response.id) : undefined;
    },
  );
  return (
    <div className={field ? 'give byfield' : 'give'} data-phase={anchor.phase}>
      <main className="gmain">
        <TheStep moment={moment} visit={visit} words={words} levels={anchor.levels} onTakenBack={takenBack} />
        <section className="gtext" aria-live="off">
          <div className="glamps">
            <button type="button" className="pill quiet" onClick={() => setArranging(true)}>
              {t('hands.short')}
            </button>
            {lamps}
          </div>
          {choosing && <PedalNote names={names} />}
          {away && <Note role="alert">{t('consent.handsAway', { place: away })}</Note>}
          {wrong && <Note kind="wrong">{wrong}</Note>}
          {anchor.phase === 'not-started' ? (
            <Before
              visit={visit}
              may={may.start}
              base={base}
              unasked={warned ? unasked : []}
              words={words}
              onTakenBack={takenBack}
              onStart={forward}
            />
          ) : anchor.stoppedBy && anchor.phase === 'stopped' ? (
            <Stopped
              visit={visit}
              words={words}
              stoppedBy={anchor.stoppedBy}
              view={view}
              giving={giving}
              base={base}
              onGoOn={() => record('go-on')}
              onChange={() => setChanging(true)}
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
            <NowPanel moment={moment} visit={visit} words={words} now={now} onFinish={finish} />
          )}
          {anchor.phase !== 'not-started' && <Clock now={now} total={total} />}
          {last && !idle && !choosing && <LastNote noted={last} visit={visit} words={words} onAdd={add} />}
          <NotKept visit={visit} words={words} log={now.log} />
        </section>
      </main>
      <GiveKeys
        words={words}
        phase={anchor.phase}
        noted={view.session.responses.length}
        log={now.log}
        pending={now.pending}
        mayChange={!!may.amend?.allowed}
        onResponse={respond}
        onNext={forward}
        onBack={() => record('back')}
        onPause={pause}
        onAgain={() => record('again')}
        onStay={stay}
        onChange={() => setChanging(true)}
      />
      <Thread
        plan={visit.plan}
        expansion={visit.expansion}
        words={words}
        selected={moment.step.id}
        seams={view.session.seams}
        clock={{
          subscribe: giving.onTick,
          cursor: () => cursorAt(anchor, giving.tickMs, total),
        }}
        breathsPerMinute={visit.tempo.breathsPerMinute}
      />
      {field && <ThreeFields label={t('hands.field')} names={names} choosing={choosing !== null} onPedal={press} />}
      <HandsFree show={arranging} onDone={() => setArranging(false)} />
      <ChangeAhead
        show={changing}
        visit={visit}
        words={words}
        giving={giving}
        from={moment.index}
        onDone={() => setChanging(false)}
      />
    </div>
  );
}

/** Where the plan is and where it should be. */
function Clock({ now, total }: { now: GivingNow; total: number }) {
  const { t } = useTranslation();
  const { giving, anchor } = now;
  const at = useTick(giving, (ms) => Math.floor(cursorAt(anchor, ms, total)));
  const late = useTick(giving, (ms) => Math.round(lateAt(anchor, ms, total)));
  return (
    <p className="clock" role="status">
      {minSec(at)} {t('give.of')} {minSec(total)}
      {Math.abs(late) >= now.view.session.sayLateFromSeconds && (
        <span className={late > 0 ? 'behind' : 'ahead'}>
          {' '}
          · {t(late > 0 ? 'give.late' : 'give.early', { by: minSec(Math.abs(late)) })}
        </span>
      )}
    </p>
  );
}
