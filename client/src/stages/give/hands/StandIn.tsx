import { useTranslation } from 'react-i18next';
import { standIn } from './devices';
import { pedals } from './hands';

/** Three pedals on the screen, to try without having any. */
export function StandIn() {
  const { t } = useTranslation();
  return (
    <div className="standin" role="group" aria-label={t('hands.standIn')}>
      {(['note', 'next', 'stop'] as const satisfies readonly (typeof pedals)[number][]).map((p) => (
        <button key={p} type="button" className={`to-${p}`} onClick={() => standIn.press(p)}>
          {t(`hands.pedal.${p}`)}
        </button>
      ))}
    </div>
  );
}
