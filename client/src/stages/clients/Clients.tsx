import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { day } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';

const empty = { name: '', birthDate: '', occupation: '', statureCm: '' };
const kinds = { name: 'text', birthDate: 'date', occupation: 'text', statureCm: 'number' } as const;

/** Everyone who comes. */
export default function Clients() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [find, setFind] = useState('');
  const [form, setForm] = useState(empty);
  const [wrong, setWrong] = useState('');
  const clients = useQuery({ queryKey: ['clients'], queryFn: () => ask(http.GET('/api/clients')) });
  const shown = clients.data?.filter((c) => c.name.toLowerCase().includes(find.trim().toLowerCase())) ?? [];
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    try {
      await ask(
        http.POST('/api/clients', {
          body: {
            name: form.name,
            birthDate: form.birthDate || undefined,
            occupation: form.occupation,
            statureCm: form.statureCm ? Number(form.statureCm) : undefined,
          },
        }),
      );
      setForm(empty);
      setWrong('');
      await cache.invalidateQueries({ queryKey: ['clients'] });
    } catch (problem) {
      setWrong(problem instanceof Problem ? problem.message : t('shell.unreachable'));
    }
  };
  return (
    <Frame
      side={
        <form className="bookform" onSubmit={(e) => void submit(e)}>
          <h2>{t('clients.new')}</h2>
          {(Object.keys(kinds) as (keyof typeof kinds)[]).map((field) => (
            <div key={field}>
              <label className="form-label" htmlFor={`client-${field}`}>
                {t(`clients.${field}`)}
              </label>
              <input
                id={`client-${field}`}
                className="form-control"
                type={kinds[field]}
                required={field === 'name'}
                value={form[field]}
                onChange={(e) => setForm({ ...form, [field]: e.target.value })}
              />
            </div>
          ))}
          {wrong && (
            <p role="alert" className="wrong">
              {wrong}
            </p>
          )}
          <button type="submit" className="pill">
            {t('clients.add')}
          </button>
        </form>
      }
    >
      <h1>{t('clients.head', { count: clients.data?.length ?? 0 })}</h1>
      <label className="visually-hidden" htmlFor="find-client">
        {t('clients.find')}
      </label>
      <input
        id="find-client"
        type="search"
        className="form-control finder"
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
