import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { known } from '../../api/named';
import { placesOf } from '../../parts/places';
import { minSec } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { CommandCap } from '../../shell/KeyCap';
import { useCommands } from '../../shell/keys';
import { Thread } from '../../thread/Thread';
import { Note } from '../../ui/Note';
import { Tabs } from '../../ui/Tabs';
import { PressPanel } from '../press/PressPanel';
import type { StageProps } from '../stage';
import { AddStep } from './AddStep';
import { Arranging } from './Arranging';
import { DosePanel } from './DosePanel';
import { FromLast } from './FromLast';
import { FitControl } from './FitControl';
import { OrderPanel } from './OrderPanel';
import { PlanTools } from './PlanTools';
import { StartPanel } from './StartPanel';
import { StepList } from './StepList';
import { StepSheet } from './StepSheet';
import { useChosen } from './useChosen';
import { usePlanWork } from './usePlanWork';

const tabs = ['step', 'weight', 'order', 'dose'] as const;

/** Plan: what, in what order, how deep, how long. List, thread and chart show one selection. */
export default function Plan({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const [tab, setTab] = useState<(typeof tabs)[number]>('step');
  const [more, setMore] = useState(false);
  const [adding, setAdding] = useState(false);
  const work = usePlanWork(visit);
  const { steps } = visit.plan;
  const chosen = useChosen(steps);
  const { selected } = chosen;
  const editing = visit.may['edit-plan'];
  const locked = !editing?.allowed;
  /** The next step at a place of the body that was touched, round and round. */
  const selectAt = (region: string) => {
    const there = steps.filter((s) => placesOf(s).includes(region) && s.position === selected.position);
    const next = there[(there.indexOf(selected) + 1) % there.length];
    if (next) chosen.choose(next.id);
  };
  const at = steps.indexOf(selected);
  const { edit } = work;
  const one = { step: selected.id, steps: chosen.chosen.map((s) => s.id), bothSides: true };
  /** A change of the chosen steps, where the plan may be changed. */
  const may = (change: () => void) => !locked && change;
  /** Something with the step that many places on, if there is one. */
  const near = (by: number, act: (to: string, place: number) => void) =>
    steps[at + by] && (() => act(steps[at + by]!.id, at + by));
  const move = (by: number) =>
    !locked && near(by, (_, number) => edit({ kind: 'move', step: selected.id, number, bothSides: false }));
  useCommands('plan', {
    before: near(-1, chosen.choose),
    after: near(1, chosen.choose),
    moreUp: near(-1, chosen.extend),
    moreDown: near(1, chosen.extend),
    moveUp: move(-1),
    moveDown: move(1),
    more: may(() => edit({ kind: 'repeats', number: selected.repeats + 1, ...one })),
    fewer: may(() => edit({ kind: 'repeats', number: selected.repeats - 1, ...one })),
    deeper: may(() => edit({ kind: 'level', number: selected.level + 1, ...one })),
    lighter: may(() => edit({ kind: 'level', number: selected.level - 1, ...one })),
    leaveOut: may(() => edit({ kind: 'remove', ...one })),
    add: may(() => setAdding(true)),
    mirror: may(() => edit({ kind: 'mirror', ...one })),
    pin: may(() => edit({ kind: selected.pinned ? 'unpin' : 'pin', ...one })),
    undo: may(work.undo),
    redo: may(work.redo),
    weight: () => setTab('weight'),
    fit: may(() => work.fitTo(visit.minutesOnMat)),
  });
  /** Puts in a step that was found, and chooses it. */
  const put = (taught: string, after: string) =>
    void work.add(taught, after).then((now) => {
      const come = now?.plan.steps.find((s) => !steps.some((x) => x.id === s.id));
      if (come) chosen.choose(come.id);
    });
  const { totals, totalSeconds } = visit.expansion;
  const flagged = new Set(visit.shown.flagged);
  const remarked = new Set(visit.review.findings.filter((f) => f.severity !== 'could').flatMap((f) => f.steps));
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={
        <Tabs
          id="plan-side"
          label={t('shell.beside')}
          leaves={tabs.map((id) => ({
            id,
            name: t(`plan.tabs.${id}`),
            count: id === 'order' ? visit.review.findings.length : 0,
          }))}
          at={tab}
          onGo={setTab}
        >
          {tab === 'step' && (
            <StepSheet
              key={selected.id}
              step={selected}
              visit={visit}
              words={words}
              locked={locked}
              onEdit={edit}
              at={at}
              onRegion={selectAt}
            />
          )}
          {tab === 'weight' && (
            <PressPanel
              key={selected.id}
              step={selected}
              visit={visit}
              words={words}
              locked={locked}
              onEdit={edit}
              onChoose={chosen.choose}
            />
          )}
          {tab === 'order' && (
            <OrderPanel plan={visit.plan} review={visit.review} locked={locked} work={work} onChoose={chosen.choose} />
          )}
          {tab === 'dose' && <DosePanel visit={visit} words={words} position={selected.position} />}
        </Tabs>
      }
      thread={
        <Thread
          plan={visit.plan}
          expansion={visit.expansion}
          words={words}
          selected={selected.id}
          flagged={flagged}
          breathsPerMinute={visit.tempo.breathsPerMinute}
          onSelect={chosen.choose}
        />
      }
    >
      <Arranging
        steps={steps}
        inHand={one.steps}
        onMove={(moved, to) =>
          edit({ kind: 'move', step: moved[0]!, steps: moved.slice(1), number: to, bothSides: false })
        }
        onPut={put}
      >
        <div className="planhead">
          <div className="headrow">
            <div>
              <h1>{visit.plan.name}</h1>
              <p className="soft mt-1" aria-live="polite">
                <b className="ink">{minSec(totalSeconds)}</b> {t('plan.of', { minutes: visit.minutesOnMat })} ·{' '}
                {Math.abs(totals.differenceSeconds) < 1
                  ? t('plan.equal')
                  : t(totals.differenceSeconds > 0 ? 'plan.leftLonger' : 'plan.rightLonger', {
                      by: minSec(Math.abs(totals.differenceSeconds)),
                    })}{' '}
                · {t('plan.presses', { count: totals.presses })}
              </p>
            </div>
            <div className="acts">
              {!locked && (work.canUndo || work.canRedo) && (
                <>
                  <button type="button" className="pill" disabled={!work.canUndo} onClick={work.undo}>
                    {t('plan.undo')} <CommandCap in="plan" of="undo" />
                  </button>
                  <button type="button" className="pill" disabled={!work.canRedo} onClick={work.redo}>
                    {t('plan.redo')}
                  </button>
                </>
              )}
              <button type="button" className="pill" aria-expanded={more} onClick={() => setMore(!more)}>
                {t('plan.more')}
              </button>
              <button
                type="button"
                className="pill main"
                disabled={!visit.start.mayStart && !locked}
                onClick={() => void navigate(`${base}/give`)}
              >
                {t('plan.onward')}
              </button>
            </div>
          </div>
          {visit.start.obstacles.length > 0 && (
            <Note role="status">
              {t('plan.settle', { what: [...new Set(visit.start.obstacles.map((o) => o.title))].join('; ') })}{' '}
              <button type="button" className="pill quiet" onClick={() => void navigate(`${base}/screen`)}>
                {t('plan.toScreen')}
              </button>
            </Note>
          )}
          {more && !locked && <StartPanel visit={visit} words={words} base={base} work={work} before={selected} />}
          {!locked && <FitControl visit={visit} words={words} work={work} onChoose={chosen.choose} />}
          {!locked && (
            <PlanTools plan={visit.plan} chosen={chosen.chosen} onEdit={edit} onAdd={() => setAdding(!adding)} />
          )}
          {!locked && adding && (
            <AddStep
              visit={visit}
              words={words}
              after={selected}
              onAdd={(taught) => put(taught, selected.id)}
              onDone={() => setAdding(false)}
            />
          )}
          {visit.outOfReach.length > 0 && (
            <Note role="status">
              {t('plan.outOfReach', { count: visit.outOfReach.length })}{' '}
              {visit.outOfReach.map((o) => (
                <button key={o.step} type="button" className="pill quiet" onClick={() => chosen.choose(o.step)}>
                  {known(steps, o.step)?.name}
                </button>
              ))}
            </Note>
          )}
          {locked && <p className="soft">{editing?.why}</p>}
          {visit.setAside.map((why) => (
            <Note key={why}>{why}</Note>
          ))}
        </div>
        {!locked && <FromLast visit={visit} onTake={work.take} onChoose={chosen.choose} />}
        <StepList visit={visit} words={words} chosen={chosen} flagged={flagged} remarked={remarked} locked={locked} />
      </Arranging>
      {visit.setOut.length > 0 && (
        <p className="soft small setout">
          <b>{t('plan.setOut')}</b> {visit.setOut.join(', ')}
        </p>
      )}
    </Frame>
  );
}
