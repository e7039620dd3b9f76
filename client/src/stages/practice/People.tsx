import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { Choice, TextField } from '../../parts/fields';
import { SendForm } from '../../parts/SendForm';

const roles = ['practitioner', 'student', 'desk', 'owner'] as const;
const empty = { displayName: '', name: '', password: '', role: 'practitioner' };

/** Who works here, and letting someone in. */
export function People() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const people = useQuery({ queryKey: ['people'], queryFn: () => ask(http.GET('/api/people')) });
  const [form, setForm] = useState(empty);
  const send = async () => {
    cache.setQueryData(['people'], await ask(http.POST('/api/people', { body: form })));
    setForm(empty);
  };
  return (
    <section>
      <h2>{t('practice.people')}</h2>
      <ul className="plainlist">
        {people.data?.map((p) => (
          <li key={p.name}>
            <b>{p.displayName}</b> <span className="soft small">{p.roles.map((r) => t(`role.${r}`)).join(', ')}</span>
          </li>
        ))}
      </ul>
      <SendForm className="bookform mt-4" send={send} action={t('practice.add')}>
        <h2>{t('practice.addPerson')}</h2>
        {(['displayName', 'name', 'password'] as const).map((field) => (
          <TextField
            key={field}
            id={`person-${field}`}
            label={t(`practice.${field}`)}
            required
            type={field === 'password' ? 'password' : 'text'}
            autoComplete={field === 'password' ? 'new-password' : 'off'}
            value={form[field]}
            onText={(text) => setForm({ ...form, [field]: text })}
          />
        ))}
        <Choice
          id="person-role"
          label={t('practice.role')}
          value={form.role}
          options={roles.map((r) => ({ id: r, name: t(`role.${r}`) }))}
          onChoose={(role) => setForm({ ...form, role })}
        />
      </SendForm>
    </section>
  );
}
