import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../api/http';
import type { Me } from '../api/types';
import { changes } from '../api/useVisit';
import { TextField } from '../parts/fields';
import { SendForm } from '../parts/SendForm';
import { signedIn } from './door';
import { Lantern } from './Lantern';

/** The way in; also laid over an open page when the sign-in has ended, so that nothing under it is lost. */
export function SignIn({ demo, again = false }: { demo: boolean; again?: boolean }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const last = cache.getQueryData<Me>(['me'])?.name ?? '';
  const [name, setName] = useState(last);
  const [password, setPassword] = useState('');
  const send = async () => {
    setPassword('');
    // A fresh token first: the old one belonged to whoever was signed in before.
    await ask(http.GET('/api/me'));
    cache.setQueryData(['me'], await ask(http.POST('/api/sign-in', { body: { name, password } })));
    signedIn();
    changes.retry();
    window.dispatchEvent(new Event('lantern-signed-in'));
    await cache.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'me' });
  };
  return (
    <main className="door" role={again ? 'dialog' : undefined} aria-label={t('signIn.title')}>
      <SendForm send={send} action={t('signIn.go')} main>
        <Lantern light="here" />
        <h1>{again ? t('signIn.again') : t('signIn.title')}</h1>
        <p className="soft">{again ? t('signIn.kept') : t('signIn.lead')}</p>
        <TextField
          id="sign-name"
          label={t('signIn.name')}
          autoComplete="username"
          required
          autoFocus={!last}
          value={name}
          onText={setName}
        />
        <TextField
          id="sign-password"
          label={t('signIn.password')}
          type="password"
          autoComplete="current-password"
          required
          autoFocus={!!last}
          value={password}
          onText={setPassword}
        />
        {demo && <p className="soft small">{t('signIn.demo')}</p>}
      </SendForm>
    </main>
  );
}
