import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { minSec } from '../../parts/spoken';
import { useKeys } from '../../shell/keys';
import { Frame } from '../../shell/Frame';
import { Thread } from '../../thread/Thread';
import { PressPanel } from '../press/PressPanel';
import type { StageProps } from '../stage';
import { DosePanel } from './DosePanel';
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
  const work = usePlanWork(visit);
  const { steps } = visit.plan;
  const chosen = useChosen(steps);
  const { selected } = chosen;
  const editing = visit.may['edit-plan'];
  const locked = !editing?.allowed;
  /** The next step at a place of the body that was touched, round and round. */
  const selectAt = (region: string) => {
    const there = steps.filter((s) => s.region === region && s.position === selected.position);
    const next = there[(there.indexOf(selected) + 1) % there.length];
    if (next) chosen.choose(next.id);
  };
  const at = steps.indexOf(selected);
  const { edit } = work;
  useKeys((e) => {
    if (e.ctrlKey || e.metaKey) return;
    const near = e.key === 'ArrowDown' ? at + 1 : e.key === 'ArrowUp' ? at - 1 : -1;
    if (near >= 0 && near < steps.length) {
      e.preventDefault();
      if (e.shiftKey) chosen.extend(steps[near]!.id);
      else if (!e.altKey) chosen.choose(steps[near]!.id);
      else if (!locked) edit({ kind: 'move', step: selected.id, number: near, bothSides: false });
      return;
    }
    if (locked) return;
    const one = { step: selected.id, steps: chosen.chosen.map((s) => s.id), bothSides: true };
    if (e.key === '+' || e.key === '=') edit({ kind: 'repeats', number: selected.repeats + 1, ...one });
    if (e.key === '-') edit({ kind: 'repeats', number: selected.repeats - 1, ...one });
    if (e.key === ']') edit({ kind: 'level', number: selected.level + 1, ...one });
    if (e.key === '[') edit({ kind: 'level', number: selected.level - 1, ...one });
    if (e.key === 'Delete') edit({ kind: 'remove', ...one });
    if (e.key === 'm') edit({ kind: 'mirror', ...one });
    if (e.key === 'p') edit({ kind: selected.pinned ? 'unpin' : 'pin', ...one });
    if (e.key === 'u') work.undo();
    if (e.key === 'U') work.redo();
    if (e.key === 'w') setTab('weight');
    if (e.key === 'f') work.fitTo(visit.minutesOnMat);
  });
  const { totals, totalSeconds } = visit.expansion;
  const flagged = new Set(visit.shown.flagged);
  const remarked = new Set(visit.review.findings.filter((f) => f.severity !== 'could').flatMap((f) => f.steps));
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={
        <>
          <div className="tabs" role="tablist">
            {tabs.map((x) => (
              <button
                key={x}
                type="button"
                role="tab"
                aria-selected={tab === x}
                className={tab === x ? 'on' : ''}
                onClick={() => setTab(x)}
              >
                {t(`plan.tabs.${x}`)}
                {x === 'order' && visit.review.findings.length > 0 && <i>{visit.review.findings.length}</i>}
              </button>
            ))}
          </div>
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
        </>
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
                  {t('plan.undo')} <kbd>U</kbd>
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
          <p className="warnline" role="status">
            {t('plan.settle', { what: [...new Set(visit.start.obstacles.map((o) => o.title))].join('; ') })}{' '}
            <button type="button" className="pill quiet" onClick={() => void navigate(`${base}/screen`)}>
              {t('plan.toScreen')}
            </button>
          </p>
        )}
        {more && !locked && <StartPanel visit={visit} words={words} base={base} work={work} before={selected.id} />}
        {!locked && <FitControl visit={visit} work={work} />}
        {!locked && <PlanTools plan={visit.plan} chosen={chosen.chosen} onEdit={edit} />}
        {visit.outOfReach.length > 0 && (
          <p className="warnline" role="status">
            {t('plan.outOfReach', { count: visit.outOfReach.length })}{' '}
            {visit.outOfReach.map((o) => (
              <button key={o.step} type="button" className="pill quiet" onClick={() => chosen.choose(o.step)}>
                {steps.find((s) => s.id === o.step)?.name}
              </button>
            ))}
          </p>
        )}
        {locked && <p className="soft">{editing?.why}</p>}
        {visit.setAside.map((why) => (
          <p key={why} className="warnline">
            {why}
          </p>
        ))}
      </div>
      <StepList
        visit={visit}
        words={words}
        chosen={chosen}
        flagged={flagged}
        remarked={remarked}
        locked={locked}
        onMove={(moved, to) =>
          edit({ kind: 'move', step: moved[0]!, steps: moved.slice(1), number: to, bothSides: false })
        }
      />
      {visit.setOut.length > 0 && (
        <p className="soft small setout">
          <b>{t('plan.setOut')}</b> {visit.setOut.join(', ')}
        </p>
      )}
    </Frame>
  );
}
