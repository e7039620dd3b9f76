import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { renew } from '../../api/kept';
import type { BodyForm, ClientHistory } from '../../api/types';
import { useMe } from '../../api/useMe';
import { TextField } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';
import { FormFields } from './FormFields';

const kinds = { name: 'text', birthDate: 'date', occupation: 'text', statureCm: 'number', contact: 'text' } as const;

/** Name, birth date, stature, contact and plain words, put right. Sessions that have begun keep what they stand on. */
export function EditClient({ client, done }: { client: ClientHistory; done: () => void }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const me = useMe();
  const [form, setForm] = useState({
    name: client.name,
    birthDate: client.birthDate ?? '',
    occupation: client.occupation,
    statureCm: client.statureCm == null ? '' : String(client.statureCm),
    contact: client.contact,
    words: client.words,
  });
  const [drawn, setDrawn] = useState(client.form as BodyForm);
  const send = async () => {
    const { birthDate, statureCm, ...rest } = form;
    await ask(
      http.PUT('/api/clients/{clientId}', {
        params: { path: { clientId: client.id } },
        body: {
          version: client.version,
          birthDate: birthDate || undefined,
          statureCm: statureCm ? Number(statureCm) : undefined,
          form: me.mayTreat ? drawn : undefined,
          ...rest,
        },
      }),
    );
    await renew(cache, 'client', 'clients', 'visit', 'today', 'chart', 'step-chart');
    done();
  };
  return (
    <SendForm className="bookform" send={send} action={t('clients.keep')} main never={done}>
      <div className="editclient">
        <div>
          {(Object.keys(kinds) as (keyof typeof kinds)[]).map((field) => (
            <TextField
              key={field}
              id={`edit-${field}`}
              label={t(`clients.${field}`)}
              type={kinds[field]}
              required={field === 'name'}
              value={form[field]}
              onText={(text) => setForm({ ...form, [field]: text })}
            />
          ))}
          <label className="form-label" htmlFor="edit-words">
            {t('clients.words')}
          </label>
          <Form.Control
            as="textarea"
            id="edit-words"
            rows={3}
            value={form.words}
            onChange={(e) => setForm({ ...form, words: e.target.value })}
          />
        </div>
        {me.mayTreat && <FormFields clientId={client.id} form={drawn} onForm={setDrawn} />}
      </div>
      <p className="soft small">{t('clients.editNote')}</p>
    </SendForm>
  );
}
