import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { Plan, PlanEdit, PlanStep } from '../../api/types';
import { roundOf } from '../../parts/rounds';
import { ToolBar } from '../../ui/ToolBar';

interface Props {
  plan: Plan;
  chosen: PlanStep[];
  onEdit: (e: PlanEdit) => void;
  onAdd: () => void;
}

/** What can be done with the chosen steps, one or many. */
export function PlanTools({ plan, chosen, onEdit, onAdd }: Props) {
  const { t } = useTranslation();
  const [asking, setAsking] = useState<'group' | 'weave' | null>(null);
  const [name, setName] = useState('');
  const [after, setAfter] = useState<string[]>([]);
  const first = chosen[0]!;
  const edit = (kind: PlanEdit['kind'], part: Partial<PlanEdit> = {}) => {
    setAsking(null);
    onEdit({ kind, step: first.id, steps: chosen.slice(1).map((s) => s.id), bothSides: false, ...part });
  };
  const oneSided = chosen.some((s) => s.side === 'left' || s.side === 'right');
  /** How often the chosen, or the series they stand in, are given one after the other. */
  const rounds = roundOf(first, plan.steps).of;
  const pinned = chosen.every((s) => s.pinned);
  const others = (plan.blocks ?? []).filter((b) => b.id !== first.block && plan.steps.some((s) => s.block === b.id));
  const block = plan.blocks?.find((b) => b.id === first.block)?.name ?? first.block;
  return (
    <ToolBar className="plantools" label={t('plan.tools', { count: chosen.length })}>
      <span className="soft small">{t('plan.chosen', { count: chosen.length })}</span>
      <button type="button" className="pill quiet" onClick={onAdd}>
        {t('plan.add')}
      </button>
      <button type="button" className="pill quiet" disabled={!oneSided} onClick={() => edit('mirror')}>
        {t('plan.mirror')}
      </button>
      <button type="button" className="pill quiet" title={t('plan.oneSideWhy')} onClick={() => edit('one-side')}>
        {t('plan.oneSide')}
      </button>
      <button type="button" className="pill quiet" onClick={() => edit('split', { bothSides: true })}>
        {t('plan.split')}
      </button>
      <span className="rounds" title={t('plan.roundsWhy')}>
        <button
          type="button"
          className="tool"
          aria-label={t('plan.roundsFewer')}
          disabled={rounds < 2}
          onClick={() => edit('rounds', { number: rounds - 1 })}
        >
          −
        </button>
        {t('plan.rounds', { n: rounds })}
        <button
          type="button"
          className="tool"
          aria-label={t('plan.roundsMore')}
          onClick={() => edit('rounds', { number: rounds + 1 })}
        >
          +
        </button>
      </span>
      <button type="button" className="pill quiet" onClick={() => edit(pinned ? 'unpin' : 'pin', { bothSides: true })}>
        {t(pinned ? 'plan.unpin' : 'plan.pin')}
      </button>
      <button type="button" className="pill quiet" onClick={() => setAsking(asking === 'group' ? null : 'group')}>
        {t('plan.group')}
      </button>
      {others.length > 0 && (
        <button type="button" className="pill quiet" onClick={() => setAsking(asking === 'weave' ? null : 'weave')}>
          {t('plan.weave')}
        </button>
      )}
      <button type="button" className="pill quiet plum" onClick={() => edit('remove', { bothSides: true })}>
        {t('plan.leaveOut')}
      </button>
      {asking === 'group' && (
        <form
          className="asked"
          onSubmit={(e) => {
            e.preventDefault();
            edit('group', { word: name });
          }}
        >
          <label htmlFor="group-name">{t('plan.groupName')}</label>
          <Form.Control id="group-name" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
          <button type="submit" className="pill">
            {t('plan.group')}
          </button>
        </form>
      )}
      {asking === 'weave' && (
        <form
          className="asked"
          onSubmit={(e) => {
            e.preventDefault();
            edit('interleave', { word: first.block, blocks: after });
          }}
        >
          <span>
            <b>{block}</b>: {t('plan.weaveLead')}
          </span>
          {others.map((b) => (
            <label key={b.id}>
              <input
                type="checkbox"
                checked={after.includes(b.id)}
                onChange={(e) => setAfter(e.target.checked ? [...after, b.id] : after.filter((x) => x !== b.id))}
              />{' '}
              {b.name}
            </label>
          ))}
          <button type="submit" className="pill" disabled={after.length === 0}>
            {t('plan.weaveNow')}
          </button>
        </form>
      )}
    </ToolBar>
  );
}
