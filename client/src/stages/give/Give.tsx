import { useMemo, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate } from 'react-router';
import { known, nameIn } from '../../api/named';
import type { ConsentPlace } from '../../api/types';
import { useCommands } from '../../shell/keys';
import { Thread } from '../../thread/Thread';
import { Note } from '../../ui/Note';
import { useSteady } from '../../ui/useSteady';
import type { StageProps } from '../stage';
import { actionsOf } from './actions';
import { Before } from './Before';
import { EndClock } from './end/EndClock';
import { happenedOf } from './happened/records';
import { WhatHappened } from './happened/WhatHappened';
import { HandsFree } from './hands/HandsFree';
import { useHands, type Pedal } from './hands/hands';
import { LastNote } from './hands/LastNote';
import { PedalNote, useChoosing } from './hands/PedalNote';
import { StandIn } from './hands/StandIn';
import { ThreeFields } from './hands/ThreeFields';
import { useCues } from './hands/useCues';
import { useDimming } from './hands/useDimming';
import { usePedals } from './hands/usePedals';
import { notesOf, offeredAt } from './notes';
import { ChangeAhead } from './ChangeAhead';
import { GiveKeys, type GiveKey } from './GiveKeys';
import { cursorAt, levelAt, momentAt, type Moment } from './moment';
import { NotKept, Saved } from './NotKept';
import { NowPanel } from './NowPanel';
import { Stopped } from './Stopped';
import { TheStep } from './TheStep';
import { useAmend } from './useAmend';
import { useGiving, useTick } from './useGiving';
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
  const part = useTick(giving, (ms) => {
    const m = momentAt(visit.expansion, cursorAt(anchor, ms, total));
    return `${m.index}|${m.press}|${m.phase}`;
  });
  const moment = useMemo(
    () => momentAt(visit.expansion, cursorAt(anchor, giving.tickMs, total)),
    // What moves within a part is drawn by those who count it; a note moves nothing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [visit.expansion, part],
  );
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
  const [off, setOff] = useState('');
  const takenBack = useSteady((place: ConsentPlace) => {
    setOff(nameIn([...words.areas, ...words.regions], place.region));
    if (idle) return;
    const ahead = visit.plan.steps.slice(moment.index).filter((s) => place.ifRefused.includes(s.id));
    if (ahead.length === visit.plan.steps.length - moment.index) return finish();
    void amend({ swaps: ahead.map((s) => ({ step: s.id, replacement: 'leave-out' })) });
  });
  const cursor = useSteady(() => cursorAt(anchor, giving.tickMs, total));
  const clock = useMemo(() => ({ subscribe: giving.onTick, cursor }), [giving, cursor]);
  const does = actionsOf(now, words, moment);
  const { respond } = does;
  const noted = notesOf(view.session.responses, now.log.pending);
  const last = noted.at(-1);
  const happened = happenedOf(view.session.happened, now.log.pending);
  const [telling, setTelling] = useState(false);
  const [arranging, setArranging] = useState(false);
  const doneTelling = useSteady(() => setTelling(false));
  const doneArranging = useSteady(() => setArranging(false));
  const itHappened = useSteady((what: string) => {
    setTelling(false);
    does.happened(what);
  });
  const { field, far, dims, standIn } = useHands();
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
    else if (!idle)
      setChoosing({ at: moment, likely: offeredAt(visit.likelyNotes[moment.step.id] ?? [], noted, moment.step.id) });
  };
  const away = changing || arranging || telling;
  const press = usePedals(onPedal, away);
  useCues(visit, moment, running);
  const name = (id?: string) => nameIn(words.responses, id);
  const names = {
    note: choosing ? name(second) : t('hands.pedal.note'),
    next: choosing ? name(first) : t(anchor.phase === 'not-started' ? 'give.start' : 'hands.pedal.next'),
    stop: t('hands.pedal.stop'),
  };
  const dim = useDimming(dims, `${moment.index}${moment.phase}${anchor.phase}`);
  const stay = () => running && record('stay');
  const pause = () => record(running ? 'pause' : 'resume');
  const moves = {
    forward: () => forward(),
    back: () => record('back'),
    pause,
    again: () => record('again'),
    placeAgain: does.placeAgain,
    stay,
  };
  const keys: Record<GiveKey, () => unknown> = {
    ...moves,
    change: () => setChanging(true),
    arrange: () => setArranging(true),
    happened: () => setTelling(true),
  };
  const onKey = useSteady((key: GiveKey) => keys[key]());
  const onResponse = useSteady((response: string) => respond(response));
  useCommands(
    'give',
    away
      ? {}
      : {
          ...moves,
          lighter: () => does.level('lighter', 'step'),
          deeper: () => does.level('deeper', 'step'),
          breath: does.breath,
        },
    (key) => {
      const response = words.responses.find((r) => r.key === key.replace('Shift+', ''));
      return response && !idle && !away ? () => respond(response.id) : undefined;
    },
  );
  return (
    <div className={`give ${field ? 'byfield' : ''} ${far ? 'far' : ''} ${dim ? 'dim' : ''}`} data-phase={anchor.phase}>
      <main className="gmain">
        <TheStep
          moment={moment}
          visit={visit}
          words={words}
          level={levelAt(anchor, moment.step, moment.step.presses[moment.press - 1]?.station)}
          onTakenBack={takenBack}
        />
        <section className="gtext" aria-live="off">
          <div className="glamps">{lamps}</div>
          {choosing && <PedalNote names={names} />}
          {off && <Note role="alert">{t('consent.handsAway', { place: off })}</Note>}
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
              outBy={anchor.outBy}
              now={giving.tickMs}
              onOutBy={does.outBy}
            />
          ) : anchor.stoppedBy && anchor.phase === 'stopped' ? (
            <Stopped
              visit={visit}
              words={words}
              stoppedBy={anchor.stoppedBy}
              happened={happened}
              onMore={does.happenedMore}
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
            <NowPanel
              moment={moment}
              visit={visit}
              words={words}
              now={now}
              onFinish={finish}
              does={does}
              noted={noted}
              onLeaveOut={(step) => void amend({ edits: [{ kind: 'remove', step, bothSides: false }] })}
              onPace={(breathsPerMinute) => void amend({ breathsPerMinute })}
            />
          )}
          {last && !idle && !choosing && <LastNote noted={last} visit={visit} words={words} onAdd={does.add} />}
          <NotKept visit={visit} words={words} log={now.log} />
          <div className="gfoot">
            <Saved log={now.log} pending={now.pending} noted={view.session.responses.length} />
            {anchor.phase !== 'not-started' && (
              <EndClock now={now} visit={visit} mayChange={!!may.amend?.allowed} amend={amend} />
            )}
          </div>
        </section>
      </main>
      <GiveKeys
        words={words}
        phase={anchor.phase}
        mayChange={!!may.amend?.allowed}
        onResponse={onResponse}
        onKey={onKey}
      />
      <Thread
        plan={visit.plan}
        expansion={visit.expansion}
        words={words}
        selected={moment.step.id}
        seams={view.session.seams}
        clock={clock}
        breathsPerMinute={visit.tempo.breathsPerMinute}
      />
      {standIn && !field && <StandIn />}
      {field && <ThreeFields label={t('hands.field')} names={names} choosing={choosing !== null} onPedal={press} />}
      <WhatHappened show={telling} words={words} onDone={doneTelling} onHappened={itHappened} />
      <HandsFree show={arranging} onDone={doneArranging} />
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
