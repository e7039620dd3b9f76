import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { useMe } from '../../api/useMe';
import { day } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { FindInRecords } from './FindInRecords';
import { NewClient } from './NewClient';

/** Everyone who comes. */
export default function Clients() {
  const { t } = useTranslation();
  const me = useMe();
  const [find, setFind] = useState('');
  const clients = useQuery({ queryKey: keptAs.clients(), queryFn: () => ask(http.GET('/api/clients')) });
  const shown = clients.data?.filter((c) => c.name.toLowerCase().includes(find.trim().toLowerCase())) ?? [];
  return (
    <Frame
      side={
        <>
          {me.mayTreat && <FindInRecords />}
          <NewClient />
        </>
      }
    >
      <h1>{t('clients.head', { count: clients.data?.length ?? 0 })}</h1>
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
        {shown.map((c) => (
          <li key={c.id}>
            <Link to={`/clients/${c.id}`}>
              <b>{c.name}</b>
              <span className="soft">{t('clients.visits', { count: c.visits })}</span>
              <span className="soft">{c.lastVisit && t('clients.last', { date: day(c.lastVisit) })}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Frame>
  );
}
