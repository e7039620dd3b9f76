import { useTranslation } from 'react-i18next';
import type { Outcome } from '../api/types';

/** The word of an outcome with its own mark, so that it reads without colour. */
export function OutcomeSign({ outcome }: { outcome: Outcome }) {
  const { t } = useTranslation();
  return <span className={`mark ${outcome}`}>{t(`outcome.${outcome}`)}</span>;
}
