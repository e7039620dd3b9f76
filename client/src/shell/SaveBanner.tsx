import { useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { changes, useSaveState } from '../api/useVisit';

/** Says what stands in the way of saving, and what can be done about it. */
export function SaveBanner() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const state = useSaveState();
  const look = () => cache.refetchQueries({ queryKey: ['visit'] });
  if (state.kind === 'conflict') {
    return (
      <div className="banner" role="alert">
        <p>{t('save.conflict')}</p>
        <button type="button" className="pill" onClick={() => void look().then(changes.retry)}>
          {t('save.mineToo')}
        </button>
        <button type="button" className="pill" onClick={() => void look().then(changes.drop)}>
          {t('save.theirs')}
        </button>
      </div>
    );
  }
  if (state.kind === 'refused') {
    return (
      <div className="banner" role="alert">
        <p>{state.detail}</p>
        <button type="button" className="pill" onClick={changes.readRefusal}>
          {t('save.read')}
        </button>
      </div>
    );
  }
  if (state.kind === 'waiting' && state.why === 'no-connection') {
    return (
      <div className="banner" role="alert">
        <p>{t('save.offline')}</p>
      </div>
    );
  }
  const others = changes.ofOthers;
  return others > 0 ? (
    <div className="banner" role="status">
      <p>{t('save.ofOthers', { count: others })}</p>
    </div>
  ) : null;
}
