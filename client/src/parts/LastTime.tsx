import { useTranslation } from 'react-i18next';
import type { LastTime as Last } from '../api/types';
import { Note } from '../ui/Note';
import { day } from './spoken';

/** What stopped the session before, or made it worse: no rule says it, and it is not to be forgotten. */
export function LastTime({ last }: { last?: Last | null }) {
  const { t } = useTranslation();
  if (!last) return null;
  return (
    <div className="lasttime">
      <Note kind="wrong" role="alert">
        {last.stopped.length > 0 && t('holds.stopped', { date: day(last.date), what: last.stopped.join('; ') })}{' '}
        {last.worse && t('holds.worse', { date: day(last.date) })} {last.next && <q>{last.next}</q>}
      </Note>
    </div>
  );
}
