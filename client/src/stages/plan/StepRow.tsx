import { useTranslation } from 'react-i18next';
import type { ExpandedStep, PlanStep, Vocabulary } from '../../api/types';
import { Level } from '../../parts/Level';
import { minSec } from '../../parts/spoken';
import { MiniThread } from '../../thread/MiniThread';

interface Props {
  step: PlanStep;
  expanded: ExpandedStep;
  number: number;
  words: Vocabulary;
  selected: boolean;
  flagged: boolean;
  onSelect: () => void;
}

/** A step in the list: name and place, contact, its beads, level and time. */
export function StepRow({ step, expanded, number, words, selected, flagged, onSelect }: Props) {
  const { t } = useTranslation();
  const contact = words.contacts.find((c) => c.id === step.contact)?.name ?? step.contact;
  return (
    <button
      type="button"
      className={`step ${selected ? 'sel' : ''} ${flagged ? 'flagged' : ''}`}
      aria-pressed={selected}
      onClick={onSelect}
    >
      <span className="no">{number}</span>
      <span className="nm">
        <b>{step.name}</b>
        <i>{step.where}</i>
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
