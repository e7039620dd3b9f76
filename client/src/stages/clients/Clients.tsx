import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { useMe } from '../../api/useMe';
import { useClients } from '../../parts/ClientChoice';
import { ClientLink } from '../../parts/ClientLink';
import { day } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { FindInRecords } from './FindInRecords';
import { NewClient } from './NewClient';

/** Everyone who comes. */
export default function Clients() {
  const { t } = useTranslation();
  const me = useMe();
  const [find, setFind] = useState('');
  const { data } = useClients(find);
  const hidden = data ? data.matching - data.clients.length : 0;
  return (
    <Frame
      side={
        <>
          {me.mayTreat && <FindInRecords />}
          <NewClient />
        </>
      }
    >
      <h1>{t('clients.head', { count: data?.all ?? 0 })}</h1>
      <label className="visually-hidden" htmlFor="find-client">
        {t('clients.find')}
      </label>
      <Form.Control
        id="find-client"
        type="search"
        className="finder"
        placeholder={t('clients.find')}
        value={find}
        onChange={(e) => setFind(e.target.value)}
      />
      <ul className="people">
        {data?.clients.map((c) => (
          <li key={c.id}>
            <ClientLink id={c.id}>
              <b>{c.name}</b>
              <span className="soft">{t('clients.visits', { count: c.visits })}</span>
              <span className="soft">{c.lastVisit && t('clients.last', { date: day(c.lastVisit) })}</span>
            </ClientLink>
          </li>
        ))}
      </ul>
      {data?.matching === 0 && data.all > 0 && <p className="soft">{t('clients.nobody')}</p>}
      {hidden > 0 && <p className="soft">{t(find.trim() ? 'clients.more' : 'clients.cameLast', { count: hidden })}</p>}
    </Frame>
  );
}
