import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';
import { Choice } from '../ui/fields';

/** The people who come, by parts of their names; `also` is among them whatever is typed. */
export function useClients(typed: string, also?: string) {
  const find = useDeferredValue(typed.trim());
  return useQuery({
    queryKey: keptAs.clients(find, also),
    queryFn: () => ask(http.GET('/api/clients', { params: { query: { find, also } } })),
    placeholderData: keepPreviousData,
  });
}

interface Props {
  id: string;
  label: string;
  /** The label is not seen. */
  quiet?: boolean;
  none: string;
  value: string;
  required?: boolean;
  /** Is not to be chosen. */
  but?: string;
  onChoose: (id: string) => void;
}

/** One of the people who come. Where they are more than a list can show, they are looked for by name first. */
export function ClientChoice({ id, label, quiet, none, value, required, but, onChoose }: Props) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState('');
  const { data } = useClients(typed, value || undefined);
  const options = data?.clients.filter((c) => c.id !== but) ?? [];
  return (
    <div className="clientchoice">
      {data && data.all > data.clients.length && (
        <Form.Control
          type="search"
          aria-label={t('clients.find')}
          placeholder={t('clients.find')}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter') return;
            // Looking for somebody never sends the form around it; the only one found is who was meant.
            e.preventDefault();
            const [only, ...more] = options.filter((c) => c.id !== value);
            if (typed.trim() && only && more.length === 0) onChoose(only.id);
          }}
        />
      )}
      <Choice
        id={id}
        label={label}
        quiet={quiet}
        value={value}
        onChoose={onChoose}
        required={required}
        none={none}
        options={options}
      />
    </div>
  );
}
