import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { day } from '../../parts/spoken';

const SHORTEST = 2;

/** Looks through every word of signed records: of one client, or of all. */
export function FindInRecords({ client }: { client?: string }) {
  const { t } = useTranslation();
  const [text, setText] = useState('');
  const typed = useDeferredValue(text.trim());
  const search = useQuery({
    queryKey: keptAs.search(typed, client),
    queryFn: () => ask(http.GET('/api/search', { params: { query: { text: typed, client } } })),
    enabled: typed.length >= SHORTEST,
    placeholderData: keepPreviousData,
  });
  const shown = typed.length >= SHORTEST ? search.data : undefined;
  const label = t(client ? 'search.one' : 'search.all');
  return (
    <section className="findrecords" aria-label={label}>
      <label htmlFor="find-records">{label}</label>
      <Form.Control
        id="find-records"
        type="search"
        className="finder"
        placeholder={t('search.hint')}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      {search.error && <p className="plum">{search.error.message}</p>}
      <div role="status">{shown?.hits.length === 0 && <p className="soft">{t('search.none')}</p>}</div>
      {shown && shown.hits.length > 0 && (
        <ul className="hits">
          {shown.hits.map((h) => (
            <li key={h.visit}>
              <Link to={`/visits/${h.visit}/reflect`}>
                <time>{day(h.date)}</time>
                <b>{client ? h.plan : h.clientName}</b>
                <span>
                  <i className="soft small">{t(`search.kind.${h.kind}`)}</i>{' '}
                  {h.words.map((w, i) => (w.marked ? <mark key={i}>{w.text}</mark> : <span key={i}>{w.text}</span>))}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {shown?.more && <p className="soft small">{t('search.more')}</p>}
    </section>
  );
}
