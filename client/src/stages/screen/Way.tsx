import { useTranslation } from 'react-i18next';
import type { WayOut } from '../../api/types';
import { signed } from '../../parts/spoken';

/** A way that can be taken as it is, and what it keeps. */
export function Way({ way, label, onUse }: { way: WayOut; label: string; onUse: () => void }) {
  const { t } = useTranslation();
  const count = way.steps.length;
  return (
    <p className="ins">
      <b>{label}</b> {way.level != null ? t('screen.lower', { count, level: way.level }) : way.saying}
      {count > 1 && way.level == null && ` (${t('arrive.steps', { count })})`}.{' '}
      <span className="soft" title={t('screen.score', { score: way.score })}>
        {!way.leavesOut && way.why} {Math.abs(way.addedSeconds) >= 1 && signed(way.addedSeconds)}{' '}
      </span>
      <button type="button" className="pill use" onClick={onUse}>
        {count > 1 ? t('screen.useAll', { count }) : t('screen.use')}
      </button>
    </p>
  );
}
