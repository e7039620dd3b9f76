import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../api/http';
import { keptAs, renewAllBut } from '../api/kept';
import type { Me } from '../api/types';
import { changes } from '../api/useVisit';
import { TextField } from '../ui/fields';
import { Note } from '../ui/Note';
import { SendForm } from '../ui/SendForm';
import { signedIn } from './signedIn';
import { Lantern } from './Lantern';
import { passkeysHere, signInByPasskey } from './passkeys';
import { tellTabs } from './tabs';

/** What the server may ask for besides name and password, one after the other. */
const steps = { 'second-factor': 'code', 'choose-password': 'new' } as const;

/** The way in; also laid over an open page when the sign-in has ended, so that nothing under it is lost. */
export function SignIn({ demo, again = false }: { demo: boolean; again?: boolean }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const before = cache.getQueryData<Me>(keptAs.me());
  const last = before?.name ?? '';
  const [name, setName] = useState(last);
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [fresh, setFresh] = useState('');
  const [asked, setAsked] = useState<'password' | 'code' | 'new'>('password');
  const [byPasskey, setByPasskey] = useState('');

  const come = async (me: Me) => {
    cache.setQueryData(keptAs.me(), me);
    tellTabs({ kind: 'in', who: me.id ?? '' });
    // Somebody else sees nothing of what was open here.
    if (again && before?.id && me.id !== before.id) return window.location.reload();
    signedIn();
    changes.retry();
    window.dispatchEvent(new Event('lantern-signed-in'));
    await renewAllBut(cache, 'me');
  };
  const send = async () => {
    // A fresh token first: the old one belonged to whoever was signed in before.
    await ask(http.GET('/api/me'));
    try {
      const body = { name, password, code: code || undefined, newPassword: fresh || undefined };
      const me = await ask(http.POST('/api/sign-in', { body }));
      setPassword('');
      await come(me);
    } catch (e) {
      const next = e instanceof Problem ? steps[e.code as keyof typeof steps] : undefined;
      setCode('');
      if (!next) {
        if (asked === 'password') setPassword('');
        throw e;
      }
      setAsked(next);
    }
  };
  const showPasskey = async () => {
    setByPasskey('');
    try {
      await ask(http.GET('/api/me'));
      await come(await signInByPasskey());
    } catch (e) {
      setByPasskey(e instanceof Problem && e.message ? e.message : t('shell.unreachable'));
    }
  };
  return (
    <main className="signin" role={again ? 'dialog' : undefined} aria-label={t('signIn.title')}>
      <div className="signinbox">
        <SendForm send={send} action={t('signIn.go')} main>
          <Lantern light="here" />
          <h1>{again ? t('signIn.again') : t('signIn.title')}</h1>
          <p className="soft">
            {asked !== 'password' ? t(`signIn.${asked}Lead`) : again ? t('signIn.kept') : t('signIn.lead')}
          </p>
          {asked === 'password' && (
            <>
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
            </>
          )}
          {asked === 'code' && (
            <TextField
              id="sign-code"
              key="code"
              label={t('signIn.code')}
              autoComplete="one-time-code"
              required
              autoFocus
              value={code}
              onText={setCode}
            />
          )}
          {asked === 'new' && (
            <TextField
              id="sign-new"
              key="new"
              label={t('signIn.new')}
              type="password"
              autoComplete="new-password"
              required
              autoFocus
              value={fresh}
              onText={setFresh}
            />
          )}
          {demo && asked === 'password' && <p className="soft small">{t('signIn.demo')}</p>}
        </SendForm>
        {asked === 'password' && passkeysHere() && (
          <button type="button" className="pill" onClick={() => void showPasskey()}>
            {t('signIn.passkey')}
          </button>
        )}
        {byPasskey && <Note kind="wrong">{byPasskey}</Note>}
      </div>
    </main>
  );
}
