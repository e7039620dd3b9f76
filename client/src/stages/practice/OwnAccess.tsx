import { useQuery, useQueryClient } from '@tanstack/react-query';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { OwnAccessView } from '../../api/types';
import { clock, dayOf } from '../../parts/spoken';
import { makePasskey, passkeysHere } from '../../shell/passkeys';
import { TextField } from '../../ui/fields';
import { Note } from '../../ui/Note';
import { SendForm } from '../../ui/SendForm';

const key = keptAs.ownAccess();
const qrSize = 148;

/** One's own way in: password, second factor, passkeys, and every device that is signed in. */
export function OwnAccess() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const access = useQuery({ queryKey: key, queryFn: () => ask(http.GET('/api/me/access')), refetchOnMount: 'always' });
  const show = (view: OwnAccessView) => cache.setQueryData(key, view);
  if (!access.data) return null;
  return (
    <section className="practicepart ownaccess" aria-label={t('access.title')}>
      <h2>{t('access.title')}</h2>
      <Devices access={access.data} show={show} />
      <div className="ways">
        <Password show={show} />
        <Second access={access.data} again={() => cache.invalidateQueries({ queryKey: key })} show={show} />
        <Passkeys access={access.data} show={show} />
      </div>
    </section>
  );
}

interface Part {
  access: OwnAccessView;
  show: (view: OwnAccessView) => void;
}

function Devices({ access, show }: Part) {
  const { t } = useTranslation();
  const end = async (id: string) => show(await ask(http.DELETE('/api/me/sign-ins/{id}', { params: { path: { id } } })));
  return (
    <>
      <p className="soft small">{t('access.devicesLead', { hours: access.longestHours })}</p>
      <table className="table trailtable devices">
        <thead>
          <tr>
            <th>{t('access.device')}</th>
            <th>{t('access.address')}</th>
            <th>{t('access.began')}</th>
            <th>{t('access.seen')}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {access.signIns.map((s) => (
            <tr key={s.id}>
              <td>{s.device}</td>
              <td className="soft">{s.address}</td>
              <td>
                {dayOf(s.began)} {clock(s.began)}
              </td>
              <td>{clock(s.seen)}</td>
              <td>
                {s.here ? (
                  <b>{t('access.here')}</b>
                ) : (
                  <button type="button" className="textbutton" onClick={() => void end(s.id)}>
                    {t('access.end')}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function PasswordField({
  id,
  label,
  value,
  onText,
  fresh,
}: Record<'id' | 'label' | 'value', string> & { fresh?: boolean; onText: (text: string) => void }) {
  return (
    <TextField
      id={id}
      label={label}
      type="password"
      required
      autoComplete={fresh ? 'new-password' : 'current-password'}
      value={value}
      onText={onText}
    />
  );
}

function Password({ show }: { show: (view: OwnAccessView) => void }) {
  const { t } = useTranslation();
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const [done, setDone] = useState(false);
  const send = async () => {
    setDone(false);
    show(await ask(http.POST('/api/me/password', { body: { password: old, newPassword: fresh } })));
    setOld('');
    setFresh('');
    setDone(true);
  };
  return (
    <SendForm className="way" send={send} action={t('access.changePassword')}>
      <h3>{t('access.password')}</h3>
      <p className="soft small">{t('access.passwordLead')}</p>
      <PasswordField id="access-old" label={t('access.old')} value={old} onText={setOld} />
      <PasswordField id="access-new" label={t('access.new')} value={fresh} onText={setFresh} fresh />
      {done && <p role="status">{t('access.changed')}</p>}
    </SendForm>
  );
}

function Second({ access, again, show }: Part & { again: () => Promise<void> }) {
  const { t } = useTranslation();
  const [password, setPassword] = useState('');
  const [secret, setSecret] = useState<{ secret: string; address: string } | null>(null);
  const [code, setCode] = useState('');
  const [codes, setCodes] = useState<readonly string[]>([]);
  const begin = async () => {
    setSecret(await ask(http.POST('/api/me/second-factor', { body: { password } })));
    setPassword('');
  };
  const confirm = async () => {
    setCodes((await ask(http.POST('/api/me/second-factor/confirm', { body: { code } }))).codes);
    setSecret(null);
    setCode('');
    await again();
  };
  const off = async () => {
    show(await ask(http.POST('/api/me/second-factor/off', { body: { password } })));
    setPassword('');
    setCodes([]);
  };
  const more = async () => {
    setCodes((await ask(http.POST('/api/me/second-factor/codes', { body: { password } }))).codes);
    setPassword('');
    await again();
  };
  if (secret)
    return (
      <SendForm className="way" send={confirm} action={t('access.turnOn')} main>
        <h3>{t('access.second')}</h3>
        <p className="soft small">{t('access.scan')}</p>
        <div className="qr">
          <QRCodeSVG value={secret.address} size={qrSize} marginSize={2} title={t('access.qr')} />
        </div>
        <code className="secret">{secret.secret.match(/.{1,4}/g)?.join(' ')}</code>
        <TextField
          id="access-code"
          label={t('access.code')}
          inputMode="numeric"
          autoComplete="one-time-code"
          required
          value={code}
          onText={setCode}
        />
      </SendForm>
    );
  return (
    <SendForm
      className="way"
      send={access.secondFactor ? off : begin}
      action={t(access.secondFactor ? 'access.turnOff' : 'access.setUp')}
    >
      <h3>{t('access.second')}</h3>
      <p className="soft small">
        {access.secondFactor ? t('access.secondOn', { count: access.recoveryCodesLeft }) : t('access.secondOff')}
      </p>
      {codes.length > 0 && (
        <>
          <Note className="small">{t('access.codesLead')}</Note>
          <ul className="codes">
            {codes.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </>
      )}
      <PasswordField id="access-second" label={t('access.own')} value={password} onText={setPassword} />
      {access.secondFactor && (
        <SendButton disabled={!password} send={more}>
          {t('access.newCodes')}
        </SendButton>
      )}
    </SendForm>
  );
}

/** A second thing a form can do. */
function SendButton({ send, disabled, children }: { send: () => Promise<void>; disabled: boolean; children: string }) {
  const [wrong, setWrong] = useState('');
  const go = () => {
    setWrong('');
    void send().catch((e: Error) => setWrong(e.message));
  };
  return (
    <>
      {wrong && <Note kind="wrong">{wrong}</Note>}
      <button type="button" className="textbutton" disabled={disabled} onClick={go}>
        {children}
      </button>
    </>
  );
}

function Passkeys({ access, show }: Part) {
  const { t } = useTranslation();
  const [password, setPassword] = useState('');
  const [name, setName] = useState('');
  const add = async () => {
    show(await makePasskey(password, name));
    setPassword('');
    setName('');
  };
  const remove = async (id: string) =>
    show(await ask(http.DELETE('/api/me/passkeys/{id}', { params: { path: { id } } })));
  const list = access.passkeys.length > 0 && (
    <ul className="plainlist small">
      {access.passkeys.map((k) => (
        <li key={k.id}>
          <b>{k.name}</b> <span className="soft">{dayOf(k.made)}</span>{' '}
          <button type="button" className="textbutton" onClick={() => void remove(k.id)}>
            {t('access.remove')}
          </button>
        </li>
      ))}
    </ul>
  );
  if (!passkeysHere())
    return (
      <div className="way">
        <h3>{t('access.passkeys')}</h3>
        <p className="soft small">{t('access.passkeysNotHere')}</p>
        {list}
      </div>
    );
  return (
    <SendForm className="way" send={add} action={t('access.addPasskey')}>
      <h3>{t('access.passkeys')}</h3>
      <p className="soft small">{t('access.passkeysLead')}</p>
      {list}
      <TextField id="access-key-name" label={t('access.keyName')} required value={name} onText={setName} />
      <PasswordField id="access-key" label={t('access.own')} value={password} onText={setPassword} />
    </SendForm>
  );
}
