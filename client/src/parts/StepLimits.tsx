import { useTranslation } from 'react-i18next';
import { nameIn } from '../api/named';
import type { PlanStep, Vocabulary } from '../api/types';

/** What else a step keeps to: points, what is put on the skin, how far and how fast, on what. As lines of a list of terms. */
export function StepLimits({ step, words }: { step: PlanStep; words: Vocabulary }) {
  const { t } = useTranslation();
  const products = (step.products ?? []).map((id) => nameIn(words.products, id));
  const lines: [string, string | undefined][] = [
    [t('sheet.points'), step.points?.join(', ')],
    [t('sheet.products'), products.join(', ')],
    [t('sheet.range'), step.rangePercent ? t('sheet.ofRange', { percent: step.rangePercent }) : ''],
    [t('sheet.pace'), step.pacePercent ? t('sheet.ofPace', { percent: step.pacePercent }) : ''],
    [t('sheet.surface'), step.surface ?? ''],
  ];
  return lines
    .filter(([, value]) => value)
    .map(([name, value]) => (
      <div key={name} className="contents">
        <dt>{name}</dt>
        <dd>{value}</dd>
      </div>
    ));
}
