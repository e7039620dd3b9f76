import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { ExpandedStep, PlanEdit, PlanStep, Vocabulary } from '../../api/types';
import { Level } from '../../parts/Level';
import { SavedText } from '../../parts/SavedText';
import { Stepper } from './Stepper';

interface Props {
  step: PlanStep;
  expanded: ExpandedStep;
  words: Vocabulary;
  /** Its place in the plan, and the last there is. */
  at: number;
  last: number;
  onEdit: (edit: PlanEdit) => void;
}

/** How much, how long, with what and where in the order: what is changed of a step most often. */
export function StepEdits({ step, expanded, words, at, last, onEdit }: Props) {
  const { t } = useTranslation();
  const [both, setBoth] = useState(true);
  const technique = known(words.techniques, step.technique);
  const press = expanded.presses[0];
  const hold = step.pattern.hold;
  const edit = (kind: PlanEdit['kind'], part: Partial<PlanEdit>) =>
    onEdit({ kind, step: step.id, bothSides: both, ...part });
  return (
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
          disabled={at === last}
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
          <input type="checkbox" checked={both} onChange={(e) => setBoth(e.target.checked)} /> {t('sheet.bothSides')}
        </label>
      )}
    </div>
  );
}
