import { useTranslation } from 'react-i18next';
import { useSaveState } from '../api/useVisit';
import { clock } from '../parts/spoken';

export function SaveMark() {
  const { t } = useTranslation();
  const state = useSaveState();
  const bad = state.kind === 'waiting' || state.kind === 'conflict';
  const words =
    state.kind === 'saved'
      ? state.at
        ? t('save.saved', { at: clock(state.at) })
        : t('save.savesItself')
      : state.kind === 'saving'
        ? t('save.saving')
        : state.kind === 'refused'
          ? t('save.notTaken')
          : t('save.waiting');
  return (
    <span className={`saved ${bad ? 'bad' : ''}`} role="status">
      {words}
    </span>
  );
}
