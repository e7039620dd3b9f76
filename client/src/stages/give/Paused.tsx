import { useTranslation } from 'react-i18next';

/** What a pause is for, by one touch; it is kept with how long it took. */
export function Paused({
  reasons,
  why,
  onWhy,
}: {
  reasons: string[];
  why: string | null;
  onWhy: (why: string) => void;
}) {
  const { t } = useTranslation();
  return (
    <span className="pausewhy" role="group" aria-label={t('give.pauseWhy')}>
      {reasons.map((r) => (
        <button
          key={r}
          type="button"
          className={r === why ? 'pill on' : 'pill quiet'}
          aria-pressed={r === why}
          onClick={() => onWhy(r)}
        >
          {r}
        </button>
      ))}
    </span>
  );
}
