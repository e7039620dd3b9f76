import { useTranslation } from 'react-i18next';

/** Pressure level as five rising strokes. */
export function Level({ level }: { level: number }) {
  const { t } = useTranslation();
  return (
    <span className="level" role="img" aria-label={t('level', { level })}>
      {[1, 2, 3, 4, 5].map((n) => (
        <i key={n} className={n <= level ? 'on' : ''} style={{ height: 3 + n * 2.6 }} />
      ))}
    </span>
  );
}
