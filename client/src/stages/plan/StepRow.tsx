import type { MouseEvent } from 'react';
import { useTranslation } from 'react-i18next';
import type { ExpandedStep, PlanStep, Vocabulary } from '../../api/types';
import { Level } from '../../parts/Level';
import { minSec } from '../../parts/spoken';
import { MiniThread } from '../../thread/MiniThread';
import { plain } from '../../parts/Guide';
import { handsOf } from '../../parts/hands';

interface Props {
  step: PlanStep;
  expanded: ExpandedStep;
  number: number;
  words: Vocabulary;
  selected: boolean;
  /** Chosen with the selected one. */
  also: boolean;
  flagged: boolean;
  /** Which round of its series it is in, where that is given several times. */
  round: { n: number; of: number };
  /** The order review has a remark on it. */
  remarked: boolean;
  onSelect: (e: MouseEvent) => void;
}

/** A step in the list: name and place, contact, its beads, level and time. */
export function StepRow({ step, expanded, number, words, selected, also, flagged, round, remarked, onSelect }: Props) {
  const { t } = useTranslation();
  const contact = handsOf(step, words);
  return (
    <button
      type="button"
      className={`step ${selected ? 'sel' : also ? 'also' : ''} ${flagged ? 'flagged' : ''}`}
      aria-pressed={selected || also}
      onClick={onSelect}
    >
      <span className="no">{number}</span>
      <span className="nm">
        <b>
          {step.name}
          {step.pinned && <em className="pin">{t('plan.pinned')}</em>}
          {remarked && <span className="remark" title={t('order.head')} aria-label={t('order.head')} />}
        </b>
        <i>{plain(step.where)}</i>
        {round.of > 1 && <em className="tag">{t('plan.round', round)}</em>}
        {step.insteadOf && <em className="tag">{t('plan.insteadOf', { name: step.insteadOf })}</em>}
        {flagged && <em className="tag">{t('plan.flagged')}</em>}
      </span>
      <span className="ct">{contact}</span>
      <MiniThread step={expanded} words={words} look={selected ? 'sel' : flagged ? 'flag' : ''} />
      <Level level={step.level} />
      <time>{minSec(expanded.seconds)}</time>
    </button>
  );
}
