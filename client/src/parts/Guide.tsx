import { Fragment } from 'react';
import { useTranslation } from 'react-i18next';
import type { PlanStep } from '../api/types';

/** Words whose sides are marked, as they are read. */
export const plain = (words: string | null | undefined) => words?.replace(/\{(left|right)\}/g, '$1') ?? '';

const PARTS = ['hands', 'feel', 'decide', 'find', 'say', 'self'] as const;

/** How a step is done, beyond what can be counted: who does what, what decides, what is said. Fits into a list of lines. */
export function Guide({ step }: { step: PlanStep }) {
  const { t } = useTranslation();
  return PARTS.filter((part) => step.guide?.[part]).map((part) => (
    <Fragment key={part}>
      <dt>{t(`guide.${part}`)}</dt>
      <dd>{plain(step.guide![part])}</dd>
    </Fragment>
  ));
}
