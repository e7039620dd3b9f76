import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../../api/http';
import { useVocabulary } from '../../api/useVisit';

/** Books a visit for a client who is already known. */
export function NewVisit({ date }: { date: string }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const words = useVocabulary();
  const [open, setOpen] = useState(false);
  const [wrong, setWrong] = useState('');
  const [form, setForm] = useState({
    clientId: '',
    at: '18:00',
    minutesBooked: '60',
    flow: 'legs-on-the-mat',
    room: '',
  });
  const clients = useQuery({ queryKey: ['clients'], queryFn: () => ask(http.GET('/api/clients')), enabled: open });
  if (!open) {
    return (
      <button type="button" className="pill mt-4" onClick={() => setOpen(true)}>
        {t('today.book')}
      </button>
    );
  }
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    try {
      await ask(
        http.POST('/api/visits', {
          body: { ...form, at: `${form.at}:00`, minutesBooked: Number(form.minutesBooked), date },
        }),
      );
      setOpen(false);
      setWrong('');
      await cache.invalidateQueries({ queryKey: ['today'] });
    } catch (problem) {
      setWrong(problem instanceof Problem ? problem.message : t('shell.unreachable'));
    }
  };
  return (
    <form className="bookform mt-4" onSubmit={(e) => void submit(e)}>
      <h2>{t('today.book')}</h2>
      <Field id="book-client" label={t('today.client')}>
        <select
          id="book-client"
          className="form-select"
          required
          value={form.clientId}
          onChange={(e) => set({ clientId: e.target.value })}
        >
          <option value="">{t('today.choose')}</option>
          {clients.data?.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </select>
      </Field>
      <Field id="book-flow" label={t('today.flow')}>
        <select
          id="book-flow"
          className="form-select"
          value={form.flow}
          onChange={(e) => set({ flow: e.target.value })}
        >
          {words.data?.flows.map((f) => (
            <option key={f.id} value={f.id}>
              {f.name}
            </option>
          ))}
        </select>
      </Field>
      <div className="pairfields">
        <Field id="book-at" label={t('today.at')}>
          <input
            id="book-at"
            type="time"
            required
            className="form-control"
            value={form.at}
            onChange={(e) => set({ at: e.target.value })}
          />
        </Field>
        <Field id="book-minutes" label={t('today.minutes')}>
          <input
            id="book-minutes"
            type="number"
            required
            className="form-control"
            value={form.minutesBooked}
            onChange={(e) => set({ minutesBooked: e.target.value })}
          />
        </Field>
      </div>
      <Field id="book-room" label={t('today.room')}>
        <input
          id="book-room"
          className="form-control"
          value={form.room}
          onChange={(e) => set({ room: e.target.value })}
        />
      </Field>
      {wrong && (
        <p role="alert" className="wrong">
          {wrong}
        </p>
      )}
      <button type="submit" className="pill">
        {t('today.bookNow')}
      </button>
    </form>
  );
}

function Field({ id, label, children }: { id: string; label: string; children: React.ReactNode }) {
  return (
    <div>
      <label className="form-label" htmlFor={id}>
        {label}
      </label>
      {children}
    </div>
  );
}
