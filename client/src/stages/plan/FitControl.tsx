import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { FitView } from '../../api/types';

const USUAL = [30, 40, 50, 60];

interface Props {
  minutes: number;
  total: number;
  fit: FitView | null;
  flows: { id: string; name: string }[];
  onFit: (minutes: number) => void;
  onFlow: (flow: string) => void;
}

/** Fits the plan to minutes by whole repeats and says what it changed; or starts again from a flow. */
export function FitControl({ minutes, total, fit, flows, onFit, onFlow }: Props) {
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
      <select
        className="form-select again"
        aria-label={t('plan.startAgain')}
        value=""
        onChange={(e) => e.target.value && onFlow(e.target.value)}
      >
        <option value="">{t('plan.startAgain')}</option>
        {flows.map((f) => (
          <option key={f.id} value={f.id}>
            {f.name}
          </option>
        ))}
      </select>
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
