import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';

interface Props {
  id: string;
  label: string;
  /** In their order. */
  chosen: string[];
  options: { id: string; name: string }[];
  onChange: (chosen: string[]) => void;
}

/** Several of many, in order: what is chosen with a way to take it out, and the rest to add. */
export function Picks({ id, label, chosen, options, onChange }: Props) {
  const { t } = useTranslation();
  const rest = options.filter((o) => !chosen.includes(o.id));
  return (
    <div className="pickline">
      <label htmlFor={id}>{label}</label>
      <ul>
        {chosen.map((c) => (
          <li key={c}>
            <button
              type="button"
              className="pill quiet"
              aria-label={t('change.takeOut', { name: options.find((o) => o.id === c)?.name ?? c })}
              onClick={() => onChange(chosen.filter((x) => x !== c))}
            >
              {options.find((o) => o.id === c)?.name ?? c} <span aria-hidden>×</span>
            </button>
          </li>
        ))}
        {rest.length > 0 && (
          <li>
            <Form.Select id={id} value="" onChange={(e) => onChange([...chosen, e.target.value])}>
              <option value="">{t('change.add')}</option>
              {rest.map((o) => (
                <option key={o.id} value={o.id}>
                  {o.name}
                </option>
              ))}
            </Form.Select>
          </li>
        )}
      </ul>
    </div>
  );
}
