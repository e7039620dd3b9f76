import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { Note } from '../../ui/Note';

const key = keptAs.rescreen();

/** Screens every client anew under the practice's own rules, and tells whose verdict they change. */
export function RescreenAll() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const job = useQuery({
    queryKey: key,
    queryFn: () => ask(http.GET('/api/rules/rescreen')),
    refetchInterval: (q) => (q.state.data?.running ? 500 : false),
  });
  const start = async () => cache.setQueryData(key, await ask(http.POST('/api/rules/rescreen')));
  const state = job.data;
  return (
    <div className="rescreen">
      <button type="button" className="pill" disabled={state?.running} onClick={() => void start()}>
        {t('rules.rescreen')}
      </button>
      {state?.running && (
        <label>
          <progress max={state.total || 1} value={state.done} />{' '}
          {t('rules.progress', { done: state.done, total: state.total })}
        </label>
      )}
      {state?.failed && <Note kind="wrong">{state.failed}</Note>}
      {state?.finishedAt && !state.running && (
        <div role="status">
          <p>{t('rules.rescreened', { count: state.changed, total: state.total })}</p>
          <ul className="plainlist">
            {state.changes.map((c) => (
              <li key={c.visitId}>
                <b>{c.client}</b>{' '}
                <span className="soft">{t('rules.verdict', { before: c.before, after: c.after })}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}
