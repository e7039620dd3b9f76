import { useEffect, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate, useSearchParams } from 'react-router';
import { ask, http } from '../../api/http';
import type { FitView, Plan as PlanData, PlanEdit } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { blockName } from '../../parts/blockName';
import { minSec } from '../../parts/spoken';
import { useKeys } from '../../shell/keys';
import { Frame } from '../../shell/Frame';
import { Thread } from '../../thread/Thread';
import type { StageProps } from '../stage';
import { FitControl } from './FitControl';
import { StepRow } from './StepRow';
import { StepSheet } from './StepSheet';

/** Plan: what, in what order, how deep, how long. List, thread and sheet show one selection. */
export default function Plan({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const change = useChange(visit.id);
  const [undone, setUndone] = useState<PlanData[]>([]);
  const [fit, setFit] = useState<FitView | null>(null);
  const { steps } = visit.plan;
  const selected = steps.find((s) => s.id === params.get('step')) ?? steps[0]!;
  const locked = !!visit.signedAt || visit.session.phase !== 'not-started';
  const select = (step: string) => setParams({ step }, { replace: true });
  /** The next step at a place of the body that was touched, round and round. */
  const selectAt = (region: string) => {
    const there = steps.filter((s) => s.region === region && s.position === selected.position);
    const next = there[(there.indexOf(selected) + 1) % there.length];
    if (next) select(next.id);
  };
  const keep = () => setUndone((u) => [...u, visit.plan]);
  const edit = (e: PlanEdit) => {
    keep();
    setFit(null);
    change((version, path) =>
      ask(http.POST('/api/visits/{visitId}/plan/edits', { params: path, body: { version, edit: e } })),
    );
  };
  const fitTo = (minutes: number) => {
    keep();
    change(async (version, path) => {
      const answer = await ask(
        http.POST('/api/visits/{visitId}/plan/fit', { params: path, body: { version, minutes } }),
      );
      setFit(answer);
      return answer.visit;
    });
  };
  const startAgain = (flow: string) => {
    keep();
    setFit(null);
    change((version, path) =>
      ask(http.POST('/api/visits/{visitId}/plan/flow', { params: path, body: { version, flow } })),
    );
  };
  const undo = () => {
    const plan = undone[undone.length - 1];
    if (!plan) return;
    setUndone(undone.slice(0, -1));
    setFit(null);
    change((version, path) => ask(http.PUT('/api/visits/{visitId}/plan', { params: path, body: { version, plan } })));
  };
  const at = steps.indexOf(selected);
  useKeys((e) => {
    if (e.ctrlKey || e.metaKey) return;
    const near = e.key === 'ArrowDown' ? at + 1 : e.key === 'ArrowUp' ? at - 1 : -1;
    if (near >= 0 && near < steps.length) {
      e.preventDefault();
      if (!e.altKey) select(steps[near]!.id);
      else if (!locked) edit({ kind: 'move', step: selected.id, number: near, bothSides: false });
      return;
    }
    if (locked) return;
    if (e.key === '+' || e.key === '=')
      edit({ kind: 'repeats', step: selected.id, number: selected.repeats + 1, bothSides: true });
    if (e.key === '-') edit({ kind: 'repeats', step: selected.id, number: selected.repeats - 1, bothSides: true });
    if (e.key === ']') edit({ kind: 'level', step: selected.id, number: selected.level + 1, bothSides: true });
    if (e.key === '[') edit({ kind: 'level', step: selected.id, number: selected.level - 1, bothSides: true });
    if (e.key === 'Delete') edit({ kind: 'remove', step: selected.id, bothSides: true });
    if (e.key === 'u') undo();
    if (e.key === 'f') fitTo(visit.minutesOnMat);
  });
  const { totals, totalSeconds } = visit.expansion;
  const flagged = new Set(
    visit.screen.findings
      .filter((f) => f.outcome !== 'note' && !visit.overrides.some((o) => o.rule === f.rule))
      .flatMap((f) => f.steps),
  );
  const listed = useRef<HTMLDivElement>(null);
  useEffect(() => {
    listed.current?.querySelector('.step.sel')?.scrollIntoView({ block: 'nearest' });
  }, [selected.id]);
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={
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
      }
      thread={
        <Thread
          plan={visit.plan}
          expansion={visit.expansion}
          words={words}
          selected={selected.id}
          flagged={flagged}
          breathsPerMinute={visit.tempo.breathsPerMinute}
          onSelect={select}
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
            {undone.length > 0 && !locked && (
              <button type="button" className="pill" onClick={undo}>
                {t('plan.undo')} <kbd>U</kbd>
              </button>
            )}
            <button
              type="button"
              className="pill main"
              disabled={!visit.start.mayStart}
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
        {!locked && (
          <FitControl
            minutes={visit.minutesOnMat}
            total={totalSeconds}
            fit={fit}
            flows={words.flows}
            onFit={fitTo}
            onFlow={startAgain}
          />
        )}
        {visit.outOfReach.length > 0 && (
          <p className="warnline" role="status">
            {t('plan.outOfReach', { count: visit.outOfReach.length })}{' '}
            {visit.outOfReach.map((o) => (
              <button key={o.step} type="button" className="pill quiet" onClick={() => select(o.step)}>
                {steps.find((s) => s.id === o.step)?.name}
              </button>
            ))}
          </p>
        )}
        {locked && <p className="soft">{t('plan.locked')}</p>}
      </div>
      <div className="steps" ref={listed}>
        {steps.map((step, i) => {
          const expanded = visit.expansion.steps[i]!;
          const head = blockHead(visit.plan, i, t);
          return (
            <div key={step.id}>
              {head && (
                <div className="blk">
                  {head} <span className="soft">{minSec(blockSeconds(visit, i))}</span>
                </div>
              )}
              <StepRow
                step={step}
                expanded={expanded}
                number={i + 1}
                words={words}
                selected={step.id === selected.id}
                flagged={flagged.has(step.id)}
                onSelect={() => select(step.id)}
              />
            </div>
          );
        })}
      </div>
    </Frame>
  );
}

type Step = PlanData['steps'][number];
const strand = (s: Step) => (s.side === 'left' || s.side === 'right' ? s.side : 'both');

function blockHead(plan: PlanData, at: number, t: (key: string, values?: Record<string, unknown>) => string) {
  const step = plan.steps[at]!;
  const before = plan.steps[at - 1];
  return before && before.block === step.block && strand(before) === strand(step) ? null : blockName(plan, step, t);
}

/** The seconds of the block that begins here, summed from what the server worked out. */
function blockSeconds(visit: StageProps['visit'], from: number) {
  const first = visit.plan.steps[from]!;
  let sum = 0;
  for (let i = from; i < visit.plan.steps.length; i++) {
    const s = visit.plan.steps[i]!;
    if (s.block !== first.block || strand(s) !== strand(first)) break;
    sum += visit.expansion.steps[i]!.seconds;
  }
  return sum;
}
