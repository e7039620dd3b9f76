import { useTranslation } from 'react-i18next';
import type { VisitView } from '../../api/types';
import { Note } from '../../ui/Note';
import { sourceLine } from '../spoken';

/** Where left and right differ more than they may, and what is done about it. */
export function SidesApart({ visit }: { visit: VisitView }) {
  const { t } = useTranslation();
  return visit.sidesApart.map((s) => (
    <Note key={s.family} kind="wrong" role="alert">
      {t('measure.apart', { name: s.name, side: t(`side.${s.thicker}`), by: s.said })} {s.says}{' '}
      <span className="small">{sourceLine(s.source)}</span>
    </Note>
  ));
}
