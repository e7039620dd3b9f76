import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { PlanEdit, PlanStep, VisitView, Vocabulary } from '../../api/types';
import { drawingOf, StepChart } from '../../chart/StepChart';
import { Guide, plain } from '../../parts/Guide';
import { Level } from '../../parts/Level';
import { SavedText } from '../../parts/SavedText';
import { minSec, sourceLine } from '../../parts/spoken';
import { StepPoints } from '../../parts/StepPoints';
import { StepLimits } from '../../parts/StepLimits';
import { Fold } from '../../ui/Fold';
import { Note } from '../../ui/Note';
import { StepEffects } from './StepEffects';
import { Stepper } from './Stepper';

interface Props {
  step: PlanStep;
  visit: VisitView;
  words: Vocabulary;
  locked: boolean;
  at: number;
  onEdit: (edit: PlanEdit) => void;
  onRegion: (region: string) => void;
}

/** The selected step's facts and everything about it that can be changed. */
export function StepSheet({ step, visit, words, locked, at, onEdit, onRegion }: Props) {
  const { t } = useTranslation();
  const [both, setBoth] = useState(true);
  const [point, setPoint] = useState<string | null>(null);
  const technique = known(words.techniques, step.technique);
  const expanded = visit.expansion.steps[at]!;
  const press = expanded.presses[0];
  const reach = visit.outOfReach.find((o) => o.step === step.id);
  const findings = visit.screen.findings.filter((f) => f.steps.includes(step.id));
  const edit = (kind: PlanEdit['kind'], part: Partial<PlanEdit>) =>
    onEdit({ kind, step: step.id, bothSides: both, ...part });
  const hold = step.pattern.hold;
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
          onRegion={onRegion}
          onPoint={setPoint}
        />
      </div>
      <StepPoints step={step} clientId={visit.client.id} open={point} onOpen={setPoint} />
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
        <div className="edits">
          <Stepper
            label={t('sheet.level')}
            value={step.level}
            show={<Level level={step.level} />}
            onStep={(by) => edit('level', { number: step.level + by })}
          />
          <Stepper
            label={t('sheet.repeats')}
            value={step.repeats}
            show={`${step.repeats} ×`}
            hint={t('sheet.usually', { min: step.range.min, max: step.range.max })}
            onStep={(by) => edit('repeats', { number: step.repeats + by })}
          />
          <Stepper
            label={t('sheet.atLeast')}
            value={step.range.min}
            show={`${step.range.min} ×`}
            onStep={(by) => edit('range', { number: step.range.min + by, upper: step.range.max })}
          />
          <Stepper
            label={t('sheet.atMost')}
            value={step.range.max}
            show={`${step.range.max} ×`}
            onStep={(by) => edit('range', { number: step.range.min, upper: step.range.max + by })}
          />
          {expanded.timed && (
            <Stepper
              label={t('sheet.hold')}
              value={press?.holdSeconds ?? 0}
              show={`${Math.round(press?.holdSeconds ?? 0)} s`}
              hint={hold && step.pattern.untilPulseSlows ? `${hold.min}–${hold.max} s` : undefined}
              onStep={(by) => edit('hold', { number: Math.round(press?.holdSeconds ?? 0) + by * 5 })}
            />
          )}
          <div className="edit">
            <label htmlFor="sheet-contact">{t('sheet.contact')}</label>
            <Form.Select
              id="sheet-contact"
              value={step.contact}
              onChange={(e) => edit('contact', { word: e.target.value })}
            >
              {(technique?.contacts ?? [step.contact]).map((c) => (
                <option key={c} value={c}>
                  {nameIn(words.contacts, c)}
                </option>
              ))}
            </Form.Select>
          </div>
          <div className="edit">
            <label htmlFor="sheet-side">{t('sheet.side')}</label>
            <Form.Select id="sheet-side" value={step.side} onChange={(e) => edit('side', { word: e.target.value })}>
              {(['left', 'right', 'both', 'mid'] as const).map((s) => (
                <option key={s} value={s}>
                  {t(`side.${s}`)}
                </option>
              ))}
            </Form.Select>
          </div>
          <div className="edit">
            <label htmlFor="sheet-position">{t('sheet.client')}</label>
            <Form.Select
              id="sheet-position"
              value={step.position}
              onChange={(e) => edit('position', { word: e.target.value, bothSides: false })}
            >
              {[...new Set([step.position, ...(technique?.positions ?? [])])].map((p) => (
                <option key={p} value={p}>
                  {nameIn(words.positions, p)}
                </option>
              ))}
            </Form.Select>
          </div>
          <SavedText
            id="sheet-note"
            label={t('sheet.note')}
            hideLabel={false}
            rows={2}
            value={step.note ?? ''}
            save={(text) => edit('note', { word: text })}
          />
          <div className="acts">
            <button
              type="button"
              className="pill"
              disabled={at === 0}
              onClick={() => onEdit({ kind: 'move', step: step.id, number: at - 1, bothSides: false })}
            >
              ↑ {t('sheet.earlier')}
            </button>
            <button
              type="button"
              className="pill"
              disabled={at === visit.plan.steps.length - 1}
              onClick={() => onEdit({ kind: 'move', step: step.id, number: at + 1, bothSides: false })}
            >
              ↓ {t('sheet.later')}
            </button>
            <button type="button" className="pill danger" onClick={() => edit('remove', {})}>
              {t('sheet.leaveOut')}
            </button>
          </div>
          {step.pair && (
            <label className="bothsides">
              <input type="checkbox" checked={both} onChange={(e) => setBoth(e.target.checked)} />{' '}
              {t('sheet.bothSides')}
            </label>
          )}
        </div>
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
