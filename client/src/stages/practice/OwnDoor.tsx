import { useQuery, useQueryClient } from '@tanstack/react-query';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import type { OwnDoorView } from '../../api/types';
import { TextField } from '../../parts/fields';
import { SendForm } from '../../parts/SendForm';
import { clock, dayOf } from '../../parts/spoken';
import { makePasskey, passkeysHere } from '../../shell/passkeys';

const key = ['own-door'];
const qrSize = 148;

/** One's own way in: password, second factor, passkeys, and every device that is signed in. */
export function OwnDoor() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const door = useQuery({ queryKey: key, queryFn: () => ask(http.GET('/api/me/door')), refetchOnMount: 'always' });
  const show = (view: OwnDoorView) => cache.setQueryData(key, view);
  if (!door.data) return null;
  return (
    <section className="practicepart owndoor" aria-label={t('door.title')}>
      <h2>{t('door.title')}</h2>
      <Devices door={door.data} show={show} />
      <div className="ways">
        <Password show={show} />
        <Second door={door.data} again={() => cache.invalidateQueries({ queryKey: key })} show={show} />
        <Passkeys door={door.data} show={show} />
      </div>
    </section>
  );
}

interface Part {
  door: OwnDoorView;
  show: (view: OwnDoorView) => void;
}

function Devices({ door, show }: Part) {
  const { t } = useTranslation();
  const end = async (id: string) => show(await ask(http.DELETE('/api/me/sign-ins/{id}', { params: { path: { id } } })));
  return (
    <>
      <p className="soft small">{t('door.devicesLead', { hours: door.longestHours })}</p>
      <table className="table trailtable devices">
        <thead>
          <tr>
            <th>{t('door.device')}</th>
            <th>{t('door.address')}</th>
            <th>{t('door.began')}</th>
            <th>{t('door.seen')}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {door.signIns.map((s) => (
            <tr key={s.id}>
              <td>{s.device}</td>
              <td className="soft">{s.address}</td>
              <td>
                {dayOf(s.began)} {clock(new Date(s.began))}
              </td>
              <td>{clock(new Date(s.seen))}</td>
              <td>
                {s.here ? (
                  <b>{t('door.here')}</b>
                ) : (
                  <button type="button" className="textbutton" onClick={() => void end(s.id)}>
                    {t('door.end')}
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

function Password({ show }: { show: (view: OwnDoorView) => void }) {
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
    <SendForm className="way" send={send} action={t('door.changePassword')}>
      <h3>{t('door.password')}</h3>
      <p className="soft small">{t('door.passwordLead')}</p>
      <PasswordField id="door-old" label={t('door.old')} value={old} onText={setOld} />
      <PasswordField id="door-new" label={t('door.new')} value={fresh} onText={setFresh} fresh />
      {done && <p role="status">{t('door.changed')}</p>}
    </SendForm>
  );
}

function Second({ door, again, show }: Part & { again: () => Promise<void> }) {
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
      <SendForm className="way" send={confirm} action={t('door.turnOn')} main>
        <h3>{t('door.second')}</h3>
        <p className="soft small">{t('door.scan')}</p>
        <div className="qr">
          <QRCodeSVG value={secret.address} size={qrSize} marginSize={2} title={t('door.qr')} />
        </div>
        <code className="secret">{secret.secret.match(/.{1,4}/g)?.join(' ')}</code>
        <TextField
          id="door-code"
          label={t('door.code')}
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
      send={door.secondFactor ? off : begin}
      action={t(door.secondFactor ? 'door.turnOff' : 'door.setUp')}
    >
      <h3>{t('door.second')}</h3>
      <p className="soft small">
        {door.secondFactor ? t('door.secondOn', { count: door.recoveryCodesLeft }) : t('door.secondOff')}
      </p>
      {codes.length > 0 && (
        <>
          <p className="warnline small">{t('door.codesLead')}</p>
          <ul className="codes">
            {codes.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </>
      )}
      <PasswordField id="door-second" label={t('door.own')} value={password} onText={setPassword} />
      {door.secondFactor && (
        <SendButton disabled={!password} send={more}>
          {t('door.newCodes')}
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
      {wrong && (
        <p role="alert" className="wrong">
          {wrong}
        </p>
      )}
      <button type="button" className="textbutton" disabled={disabled} onClick={go}>
        {children}
      </button>
    </>
  );
}

function Passkeys({ door, show }: Part) {
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
  const list = door.passkeys.length > 0 && (
    <ul className="plainlist small">
      {door.passkeys.map((k) => (
        <li key={k.id}>
          <b>{k.name}</b> <span className="soft">{dayOf(k.made)}</span>{' '}
          <button type="button" className="textbutton" onClick={() => void remove(k.id)}>
            {t('door.remove')}
          </button>
        </li>
      ))}
    </ul>
  );
  if (!passkeysHere())
    return (
      <div className="way">
        <h3>{t('door.passkeys')}</h3>
        <p className="soft small">{t('door.passkeysNotHere')}</p>
        {list}
      </div>
    );
  return (
    <SendForm className="way" send={add} action={t('door.addPasskey')}>
      <h3>{t('door.passkeys')}</h3>
      <p className="soft small">{t('door.passkeysLead')}</p>
      {list}
      <TextField id="door-key-name" label={t('door.keyName')} required value={name} onText={setName} />
      <PasswordField id="door-key" label={t('door.own')} value={password} onText={setPassword} />
    </SendForm>
  );
}
