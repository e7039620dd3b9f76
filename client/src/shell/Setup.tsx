import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';
import { TextField } from '../ui/fields';
import { SendForm } from '../ui/SendForm';
import { signedIn } from './signedIn';
import { Lantern } from './Lantern';

const fields = ['code', 'displayName', 'name', 'password'] as const;

/** The first run: the owner makes the first account with the code shown where the program was started. */
export function Setup() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [values, setValues] = useState({ code: '', displayName: '', name: '', password: '' });
  const send = async () => {
    cache.setQueryData(keptAs.me(), await ask(http.POST('/api/setup', { body: values })));
    signedIn();
  };
  return (
    <main className="signin">
      <SendForm send={send} action={t('setup.go')} main>
        <Lantern light="here" />
        <h1>{t('setup.title')}</h1>
        <p className="soft">{t('setup.lead')}</p>
        {fields.map((field) => (
          <TextField
            key={field}
            id={`setup-${field}`}
            label={t(`setup.${field}`)}
            required
            type={field === 'password' ? 'password' : 'text'}
            autoComplete={field === 'password' ? 'new-password' : 'off'}
            value={values[field]}
            onText={(text) => setValues({ ...values, [field]: text })}
          />
        ))}
      </SendForm>
    </main>
  );
}
