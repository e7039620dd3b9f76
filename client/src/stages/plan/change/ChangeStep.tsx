import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../../api/http';
import { keptAs } from '../../../api/kept';
import { nameIn } from '../../../api/named';
import { useMe } from '../../../api/useMe';
import type { PlanStep, StepChange, VisitView, Vocabulary } from '../../../api/types';
import { plain } from '../../../parts/Guide';
import { SavedText } from '../../../parts/SavedText';
import { Choice, LeavingField } from '../../../ui/fields';
import { Fold } from '../../../ui/Fold';
import { Picks } from '../../../ui/Picks';
import { Stepper } from '../Stepper';
import { Exchange } from './Exchange';
import { KeepWay } from './KeepWay';

interface Props {
  step: PlanStep;
  visit: VisitView;
  words: Vocabulary;
  /** Whether points are being chosen on the body. */
  picking: boolean;
  /** The points to choose from on the body; null ends it. */
  onPick: (offered: string[] | null) => void;
  onChange: (change: StepChange) => void;
}

/** Everything of a step that can be otherwise, and nothing that its technique or place does not allow. */
export function ChangeStep({ step, visit, words, picking, onPick, onChange }: Props) {
  const { t } = useTranslation();
  const me = useMe();
  const { data } = useQuery({
    queryKey: keptAs.stepChoices(visit, step.id),
    queryFn: () =>
      ask(
        http.GET('/api/visits/{visitId}/plan/steps/{step}/choices', {
          params: { path: { visitId: visit.id, step: step.id } },
        }),
      ),
  });
  if (!data) return <p className="soft">{t('change.finding')}</p>;
  const { choices } = data;
  const named = (ids: string[], list: { id: string; name: string }[]) =>
    ids.map((id) => ({ id, name: nameIn(list, id) }));
  const regions = named([...new Set([step.region, ...choices.regions])], words.regions);
  const points = choices.points.map((p) => ({ id: p.id, name: `${p.id} ${p.name}` }));
  const { pattern } = step;
  return (
    <div className="changestep">
      <Exchange like={data.like} words={words} onTake={(technique) => onChange({ technique })} />
      <div className="twoup">
        <Choice
          id="change-region"
          label={t('change.region')}
          value={step.region}
          options={regions}
          onChoose={(region) => onChange({ region })}
        />
        <Choice
          id="change-stance"
          label={t('change.stance')}
          value={step.stance}
          options={named(choices.stances, words.stances)}
          onChoose={(stance) => onChange({ stance })}
        />
        <Choice
          id="change-other-hand"
          label={t('change.otherHand')}
          value={step.otherContact ?? ''}
          none={t('change.alike')}
          options={named(choices.otherHands, words.contacts)}
          onChoose={(otherContact) => onChange({ otherContact })}
        />
        <Choice
          id="change-pattern"
          label={t('change.pattern')}
          value={pattern.kind}
          options={named([...new Set([pattern.kind, ...choices.patterns])], words.patterns)}
          onChoose={(kind) => onChange({ pattern: kind as PlanStep['pattern']['kind'] })}
        />
        <Choice
          id="change-line"
          label={t('change.line')}
          value={step.line ?? ''}
          none={t('change.noLine')}
          options={choices.lines}
          onChoose={(line) => onChange({ line })}
        />
      </div>
      <div className="edits">
        {pattern.stations != null && pattern.kind !== 'point-set' && (
          <Stepper
            label={t('change.stations')}
            value={pattern.stations}
            show={String(pattern.stations)}
            onStep={(by) => onChange({ stations: pattern.stations! + by })}
          />
        )}
        {pattern.count != null && (
          <Stepper
            label={t('change.count')}
            value={pattern.count}
            show={`${pattern.count} ×`}
            onStep={(by) => onChange({ count: pattern.count! + by })}
          />
        )}
        {pattern.breaths != null && (
          <Stepper
            label={t('change.breaths')}
            value={pattern.breaths}
            show={String(pattern.breaths)}
            onStep={(by) => onChange({ breaths: pattern.breaths! + by })}
          />
        )}
      </div>
      <Picks
        id="change-through"
        label={t('change.through')}
        chosen={step.through ?? []}
        options={regions.filter((r) => r.id !== step.region)}
        onChange={(through) => onChange({ through })}
      />
      {points.length > 0 && (
        <>
          <Picks
            id="change-points"
            label={t('change.points')}
            chosen={step.points ?? []}
            options={points}
            onChange={(chosen) => onChange({ points: chosen })}
          />
          <button
            type="button"
            className="pill quiet"
            aria-pressed={picking}
            onClick={() => onPick(picking ? null : points.map((p) => p.id))}
          >
            {t(picking ? 'change.pickDone' : 'change.pick')}
          </button>
        </>
      )}
      {choices.reflex.length > 0 && (
        <Picks
          id="change-reflex"
          label={t('change.reflex')}
          chosen={step.reflex ?? []}
          options={choices.reflex}
          onChange={(reflex) => onChange({ reflex })}
        />
      )}
      <Picks
        id="change-products"
        label={t('change.products')}
        chosen={step.products ?? []}
        options={words.products}
        onChange={(products) => onChange({ products })}
      />
      <LeavingField
        id="change-name"
        label={t('change.name')}
        value={step.name}
        onLeave={(name) => onChange({ name })}
      />
      <LeavingField
        id="change-where"
        label={t('change.where')}
        value={plain(step.where) ?? ''}
        onLeave={(where) => onChange({ where })}
      />
      {(['hands', 'say'] as const).map((part) => (
        <SavedText
          key={part}
          id={`change-${part}`}
          label={t(`change.${part}`)}
          hideLabel={false}
          rows={2}
          value={plain(step.guide?.[part]) ?? ''}
          save={(text) => onChange({ [part]: text })}
        />
      ))}
      {me.maySign && (
        <Fold title={t('ownWays.keep')} className="mt-2">
          <KeepWay key={step.technique} step={step} words={words} />
        </Fold>
      )}
    </div>
  );
}
