import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, problemOf } from '../../api/http';
import { keptAs, renewAllBut } from '../../api/kept';
import { clock } from '../../parts/spoken';
import { Note } from '../../ui/Note';

const key = keptAs.check();
const lookAgainMs = 500;

/** Looks through every record of the practice, tells what reads oddly and why, and mends it record by record. */
export function Checks() {
  const { t, i18n } = useTranslation();
  const cache = useQueryClient();
  const [wrong, setWrong] = useState('');
  const job = useQuery({
    queryKey: key,
    queryFn: () => ask(http.GET('/api/check')),
    refetchInterval: (q) => (q.state.data?.running ? lookAgainMs : false),
  });
  const start = async () => cache.setQueryData(key, await ask(http.POST('/api/check')));
  const mend = async (kind: string, id: string) => {
    setWrong('');
    try {
      cache.setQueryData(key, await ask(http.POST('/api/check/mend', { body: { kind, id } })));
      await renewAllBut(cache, 'me', 'check');
    } catch (e) {
      setWrong(problemOf(e).message);
    }
  };
  const state = job.data;
  const kindOf = (kind: string) => (i18n.exists(`checks.kind.${kind}`) ? t(`checks.kind.${kind}`) : kind);
  return (
    <section className="practicepart">
      <h2>{t('checks.title')}</h2>
      <p className="soft small">{t('checks.lead')}</p>
      {state?.running && (
        <label>
          <progress max={state.all || 1} value={state.looked} />{' '}
          {t('checks.progress', { looked: state.looked, all: state.all })}
        </label>
      )}
      {(state?.failed ?? wrong) && <Note kind="wrong">{state?.failed ?? wrong}</Note>}
      {state?.finishedAt && !state.running && (
        <p role="status">
          {state.odd.length === 0
            ? t('checks.fine', { looked: state.looked, at: clock(state.finishedAt) })
            : t('checks.found', { count: state.odd.length, looked: state.looked })}
        </p>
      )}
      {!!state?.odd.length && (
        <ul className="oddrows">
          {state.odd.map((o) => (
            <li key={`${o.kind}${o.id}${o.what}`}>
              <div>
                <b>{o.whose || o.id}</b> <span className="soft small">{kindOf(o.kind)}</span>
                <p>{o.what}</p>
                <p className="soft small">{o.repair ? t('checks.mendWhat', { what: o.repair }) : t('checks.byHand')}</p>
              </div>
              {o.repair && (
                <button type="button" className="pill" onClick={() => void mend(o.kind, o.id)}>
                  {t('checks.mend')}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <button type="button" className="pill" disabled={state?.running} onClick={() => void start()}>
        {t('checks.go')}
      </button>
    </section>
  );
}
