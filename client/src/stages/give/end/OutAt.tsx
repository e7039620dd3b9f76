import { useTranslation } from 'react-i18next';
import { clock } from '../../../parts/spoken';

const STEP_MINUTES = 5;
const MINUTE_MS = 60_000;

/** When the session must be over; five minutes sooner or later by a touch, or whenever it ends. */
export function OutAt({
  outBy,
  now,
  onSet,
}: {
  outBy: number | null;
  now: number;
  onSet: (until: string | null) => void;
}) {
  const { t } = useTranslation();
  const set = (ms: number) => onSet(new Date(ms).toISOString());
  const first = Math.ceil(now / (STEP_MINUTES * MINUTE_MS)) * STEP_MINUTES * MINUTE_MS + 60 * MINUTE_MS;
  return (
    <p className="outat">
      {outBy === null ? (
        <>
          <span>{t('end.free')}</span>
          <button type="button" className="pill quiet" onClick={() => set(first)}>
            {t('end.fix')}
          </button>
        </>
      ) : (
        <>
          <button
            type="button"
            className="tool"
            aria-label={t('end.sooner')}
            onClick={() => set(outBy - STEP_MINUTES * MINUTE_MS)}
          >
            −
          </button>
          <b>{t('end.out', { at: clock(new Date(outBy)) })}</b>
          <button
            type="button"
            className="tool"
            aria-label={t('end.later')}
            onClick={() => set(outBy + STEP_MINUTES * MINUTE_MS)}
          >
            +
          </button>
          <button type="button" className="pill quiet" onClick={() => onSet(null)}>
            {t('end.letGo')}
          </button>
        </>
      )}
    </p>
  );
}
