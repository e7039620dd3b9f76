import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../api/http';
import type { Me } from '../api/types';
import { changes } from '../api/useVisit';
import { signedIn } from './door';
import { Lantern } from './Lantern';

/** The way in; also laid over an open page when the sign-in has ended, so that nothing under it is lost. */
export function SignIn({ demo, again = false }: { demo: boolean; again?: boolean }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const last = cache.getQueryData<Me>(['me'])?.name ?? '';
  const [name, setName] = useState(last);
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState('');
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    try {
      // A fresh token first: the old one belonged to whoever was signed in before.
      await ask(http.GET('/api/me'));
      const me = await ask(http.POST('/api/sign-in', { body: { name, password } }));
      cache.setQueryData(['me'], me);
      signedIn();
      changes.retry();
      window.dispatchEvent(new Event('lantern-signed-in'));
      await cache.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'me' });
    } catch (problem) {
      setWrong(problem instanceof Problem && problem.message ? problem.message : t('shell.unreachable'));
      setPassword('');
    }
  };
  return (
    <main className="door" role={again ? 'dialog' : undefined} aria-label={t('signIn.title')}>
      <form onSubmit={(e) => void submit(e)}>
        <Lantern light="here" />
        <h1>{again ? t('signIn.again') : t('signIn.title')}</h1>
        <p className="soft">{again ? t('signIn.kept') : t('signIn.lead')}</p>
        <div>
          <label className="form-label" htmlFor="sign-name">
            {t('signIn.name')}
          </label>
          <input
            id="sign-name"
            className="form-control"
            autoComplete="username"
            required
            autoFocus={!name}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </div>
        <div>
          <label className="form-label" htmlFor="sign-password">
            {t('signIn.password')}
          </label>
          <input
            id="sign-password"
            className="form-control"
            type="password"
            autoComplete="current-password"
            required
            autoFocus={!!name}
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
        </div>
        {wrong && (
          <p role="alert" className="wrong">
            {wrong}
          </p>
        )}
        <button type="submit" className="pill main">
          {t('signIn.go')}
        </button>
        {demo && <p className="soft small">{t('signIn.demo')}</p>}
      </form>
    </main>
  );
}
