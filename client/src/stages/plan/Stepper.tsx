import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';

/** A value with one step down and one step up. */
export function Stepper({
  label,
  value,
  show,
  hint,
  onStep,
}: {
  label: string;
  value: number;
  show: ReactNode;
  hint?: string;
  onStep: (by: 1 | -1) => void;
}) {
  const { t } = useTranslation();
  return (
    <div className="edit" role="group" aria-label={`${label}: ${value}`}>
      <span>
        {label} {hint && <i className="soft small">{hint}</i>}
      </span>
      <span className="stepper">
        <button type="button" className="tool" aria-label={t('sheet.less', { what: label })} onClick={() => onStep(-1)}>
          −
        </button>
        <b>{show}</b>
        <button type="button" className="tool" aria-label={t('sheet.more', { what: label })} onClick={() => onStep(1)}>
          +
        </button>
      </span>
    </div>
  );
}
