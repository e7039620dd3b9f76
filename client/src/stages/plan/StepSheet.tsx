import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { PlanEdit, PlanStep, VisitView, Vocabulary } from '../../api/types';
import { drawingOf, StepChart } from '../../chart/StepChart';
import { FoundBefore } from '../../parts/FoundBefore';
import { Guide, plain } from '../../parts/Guide';
import { minSec, sourceLine } from '../../parts/spoken';
import { StepPoints } from '../../parts/StepPoints';
import { StepLimits } from '../../parts/StepLimits';
import { Fold } from '../../ui/Fold';
import { Note } from '../../ui/Note';
import { ChangeStep } from './change/ChangeStep';
import { StepEdits } from './StepEdits';
import { StepEffects } from './StepEffects';

interface Props {
  step: PlanStep;
  visit: VisitView;
  words: Vocabulary;
  locked: boolean;
  at: number;
  onEdit: (edit: PlanEdit) => void;
  onRegion: (region: string) => void;
}

/** The step with a point taken in, or out when it has it. */
const withPoint = (step: PlanStep, point: string): PlanEdit => {
  const points = step.points ?? [];
  return {
    kind: 'change',
    step: step.id,
    bothSides: true,
    change: { points: points.includes(point) ? points.filter((p) => p !== point) : [...points, point] },
  };
};

/** The selected step's facts and everything about it that can be changed. */
export function StepSheet({ step, visit, words, locked, at, onEdit, onRegion }: Props) {
  const { t } = useTranslation();
  const [point, setPoint] = useState<string | null>(null);
  const [picking, setPicking] = useState<string[] | null>(null);
  const technique = known(words.techniques, step.technique);
  const expanded = visit.expansion.steps[at]!;
  const press = expanded.presses[0];
  const reach = visit.outOfReach.find((o) => o.step === step.id);
  const findings = visit.screen.findings.filter((f) => f.steps.includes(step.id));
  return (
    <section className="sheetstep">
      <h2>{step.name}</h2>
      <p className="soft">
        {[step.side === 'mid' ? '' : t(`side.${step.side}`), plain(step.where)].filter(Boolean).join(' · ')}
      </p>
      <div className="stepchart">
        <StepChart
          on={drawingOf(visit)}
          step={step}
          words={words}
          box={{ width: 330, height: 300 }}
          offered={picking ?? undefined}
          onRegion={onRegion}
          onPoint={picking ? (p) => onEdit(withPoint(step, p)) : setPoint}
        />
      </div>
      <StepPoints step={step} clientId={visit.client.id} open={point} onOpen={setPoint} />
      <FoundBefore visit={visit} step={step.id} words={words} />
      {reach && (
        <Note>
          {reach.why}{' '}
          {reach.instead.length > 0 &&
            t('sheet.reachIn', { positions: reach.instead.map((p) => nameIn(words.positions, p)).join(', ') })}
        </Note>
      )}
      <p className="how">{technique?.how}</p>
      <dl className="figures">
        <div>
          <dt>{t('sheet.presses')}</dt>
          <dd>{expanded.presses.length}</dd>
        </div>
        <div>
          <dt>{t('sheet.each')}</dt>
          <dd>{press?.breaths ? t('sheet.breaths', { count: press.breaths }) : `${press?.seconds ?? 0} s`}</dd>
        </div>
        <div>
          <dt>{t('sheet.time')}</dt>
          <dd>{minSec(expanded.seconds)}</dd>
        </div>
      </dl>
      <dl className="lines">
        <dt>{t('sheet.client')}</dt>
        <dd>{nameIn(words.positions, step.position)}</dd>
        <dt>{t('sheet.you')}</dt>
        <dd>{nameIn(words.stances, step.stance)}</dd>
        <dt>{t('sheet.pattern')}</dt>
        <dd>
          {nameIn(words.patterns, step.pattern.kind)}
          {expanded.stations > 1 && `, ${t('sheet.stations', { count: expanded.stations })}`}
        </dd>
        <Guide step={step} />
        <StepLimits step={step} words={words} />
        {expanded.restSeconds > 0 && (
          <>
            <dt>{t('sheet.rest')}</dt>
            <dd>{t('sheet.noTouch', { seconds: expanded.restSeconds })}</dd>
          </>
        )}
        <dt>{t('sheet.source')}</dt>
        <dd>{technique && sourceLine(technique.source)}</dd>
      </dl>
      <Fold title={t('sheet.effects')} className="mt-2">
        <StepEffects visit={visit} step={step.id} />
      </Fold>
      {!locked && (
        <>
          <StepEdits
            step={step}
            expanded={expanded}
            words={words}
            at={at}
            last={visit.plan.steps.length - 1}
            onEdit={onEdit}
          />
          <Fold title={t('change.head')} className="mt-2">
            <ChangeStep
              step={step}
              visit={visit}
              words={words}
              picking={picking !== null}
              onPick={setPicking}
              onChange={(change) => onEdit({ kind: 'change', step: step.id, bothSides: true, change })}
            />
          </Fold>
        </>
      )}
      {((technique?.cautions.length ?? 0) > 0 || findings.length > 0 || step.note || step.guide?.caution) && (
        <ul className="cautions">
          {findings.map((f) => (
            <li key={f.rule + f.title} className={f.outcome === 'note' ? '' : 'plum'}>
              {f.title}
            </li>
          ))}
          {step.note && <li>{step.note}</li>}
          {step.guide?.caution && <li>{plain(step.guide.caution)}</li>}
          {technique?.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
