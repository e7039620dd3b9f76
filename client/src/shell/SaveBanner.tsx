import { useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import Toast from 'react-bootstrap/Toast';
import { useTranslation } from 'react-i18next';
import { keptAs } from '../api/kept';
import { changes, useSaveState } from '../api/useVisit';

/** Says what stands in the way of saving, and what can be done about it. */
export function SaveBanner() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const state = useSaveState();
  const look = () => cache.refetchQueries({ queryKey: keptAs.visit() });
  if (state.kind === 'conflict') {
    return (
      <Banner role="alert">
        <p>{t('save.conflict')}</p>
        <button type="button" className="pill" onClick={() => void look().then(changes.retry)}>
          {t('save.mineToo')}
        </button>
        <button type="button" className="pill" onClick={() => void look().then(changes.drop)}>
          {t('save.theirs')}
        </button>
      </Banner>
    );
  }
  if (state.kind === 'refused') {
    return (
      <Banner role="alert">
        <p>{state.detail}</p>
        <button type="button" className="pill" onClick={changes.readRefusal}>
          {t('save.read')}
        </button>
      </Banner>
    );
  }
  if (state.kind === 'waiting' && state.why === 'no-connection') {
    return (
      <Banner role="alert">
        <p>{t('save.offline')}</p>
      </Banner>
    );
  }
  const others = changes.ofOthers;
  return others > 0 ? (
    <Banner role="status">
      <p>{t('save.ofOthers', { count: others })}</p>
    </Banner>
  ) : null;
}

/** Stays until what it tells of is over. */
const Banner = ({ role, children }: { role: 'alert' | 'status'; children: ReactNode }) => (
  <Toast className="banner" role={role} animation={false}>
    {children}
  </Toast>
);
