import { useTranslation } from 'react-i18next';
import type { NotedResponse, PlanStep, Vocabulary } from '../../api/types';

export type StepAnswer = NonNullable<NonNullable<PlanStep['guide']>['answers']>[number];

interface Props {
  step: PlanStep;
  words: Vocabulary;
  noted: readonly NotedResponse[];
  onAnswer: (answer: StepAnswer) => void;
}

/** What a step is decided by, asked while it is felt: one touch says what it is, keeps it, and does what follows from it. */
export function Decide({ step, words, noted, onAnswer }: Props) {
  const { t } = useTranslation();
  const answers = step.guide?.answers;
  if (!answers) return null;
  const said = noted.findLast((n) => n.step === step.id && n.response === decidedOf(words))?.text;
  return (
    <div className="decide" role="group" aria-label={t('guide.decide')}>
      {answers.map((a) => (
        <button
          key={a.when}
          type="button"
          className={a.when === said ? 'pill on' : 'pill'}
          aria-pressed={a.when === said}
          onClick={() => onAnswer(a)}
        >
          <b>{a.when}</b> <span className="soft">{t(`give.goes.${a.goes}`)}</span>
        </button>
      ))}
    </div>
  );
}

/** The note that keeps what a step was decided by. */
export const decidedOf = (words: Vocabulary) => words.responses.find((r) => r.group === 'decided')?.id ?? '';
