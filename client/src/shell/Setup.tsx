import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../api/http';
import { signedIn } from './door';
import { Lantern } from './Lantern';

const fields = ['code', 'displayName', 'name', 'password'] as const;

/** The first run: the owner makes the first account with the code shown where the program was started. */
export function Setup() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [values, setValues] = useState({ code: '', displayName: '', name: '', password: '' });
  const [wrong, setWrong] = useState('');
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    try {
      cache.setQueryData(['me'], await ask(http.POST('/api/setup', { body: values })));
      signedIn();
    } catch (problem) {
      setWrong(problem instanceof Problem ? problem.message : t('shell.unreachable'));
    }
  };
  return (
    <main className="door">
      <form onSubmit={(e) => void submit(e)}>
        <Lantern light="here" />
        <h1>{t('setup.title')}</h1>
        <p className="soft">{t('setup.lead')}</p>
        {fields.map((field) => (
          <div key={field}>
            <label className="form-label" htmlFor={`setup-${field}`}>
              {t(`setup.${field}`)}
            </label>
            <input
              id={`setup-${field}`}
              className="form-control"
              required
              type={field === 'password' ? 'password' : 'text'}
              value={values[field]}
              onChange={(e) => setValues({ ...values, [field]: e.target.value })}
            />
          </div>
        ))}
        {wrong && (
          <p role="alert" className="wrong">
            {wrong}
          </p>
        )}
        <button type="submit" className="pill main">
          {t('setup.go')}
        </button>
      </form>
    </main>
  );
}
