import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { FitView } from '../../api/types';

const USUAL = [30, 40, 50, 60];

/** Fits the plan to minutes by whole repeats; says what it changed. */
export function FitControl({
  minutes,
  total,
  onFit,
  fit,
}: {
  minutes: number;
  total: number;
  onFit: (minutes: number) => void;
  fit: FitView | null;
}) {
  const { t } = useTranslation();
  const [wanted, setWanted] = useState(String(minutes));
  const over = total - minutes * 60;
  const names = fit ? [...new Set(fit.cuts.map((c) => `${c.name} ${c.from}→${c.to}`))] : [];
  return (
    <section className="fit" aria-label={t('plan.fit')}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          onFit(Number(wanted));
        }}
      >
        <label htmlFor="fit-minutes">{t('plan.fit')}</label>
        <input
          id="fit-minutes"
          className="form-control"
          type="number"
          step="any"
          list="fit-usual"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
        <datalist id="fit-usual">
          {USUAL.map((m) => (
            <option key={m} value={m} />
          ))}
        </datalist>
        <span className="soft">min</span>
        <button type="submit" className="pill">
          {t('plan.fitNow')} <kbd>F</kbd>
        </button>
      </form>
      <p className="small" aria-live="polite">
        {fit ? (
          <>
            <b>{fit.reason}</b> <span className="soft">{names.join(' · ')}</span>
          </>
        ) : over > 30 ? (
          <span className="plum">{t('plan.tooLong', { count: Math.ceil(over / 60) })}</span>
        ) : (
          <span className="soft">{t('plan.fitsIn')}</span>
        )}
      </p>
    </section>
  );
}
