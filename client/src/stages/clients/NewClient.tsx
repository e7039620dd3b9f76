import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { renew } from '../../api/kept';
import { TextField } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';

const empty = { name: '', birthDate: '', occupation: '', statureCm: '', contact: '' };
const kinds = { name: 'text', birthDate: 'date', occupation: 'text', statureCm: 'number', contact: 'text' } as const;

/** Notes someone new. */
export function NewClient() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [form, setForm] = useState(empty);
  const send = async () => {
    const { name, birthDate, occupation, statureCm, contact } = form;
    const body = {
      name,
      occupation,
      contact,
      words: '',
      birthDate: birthDate || undefined,
      statureCm: statureCm ? Number(statureCm) : undefined,
    };
    await ask(http.POST('/api/clients', { body }));
    setForm(empty);
    await renew(cache, 'clients');
  };
  return (
    <SendForm className="bookform" send={send} action={t('clients.add')}>
      <h2>{t('clients.new')}</h2>
      {(Object.keys(kinds) as (keyof typeof kinds)[]).map((field) => (
        <TextField
          key={field}
          id={`client-${field}`}
          label={t(`clients.${field}`)}
          type={kinds[field]}
          required={field === 'name'}
          value={form[field]}
          onText={(text) => setForm({ ...form, [field]: text })}
        />
      ))}
    </SendForm>
  );
}
