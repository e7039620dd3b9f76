import type { InputHTMLAttributes, ReactNode } from 'react';
import Form from 'react-bootstrap/Form';

interface Labelled {
  id: string;
  label: string;
  /** The label is not seen: what stands around says it. */
  quiet?: boolean;
}

/** A label and what it names. */
export function Field({ id, label, quiet, children }: Labelled & { children: ReactNode }) {
  return (
    <Form.Group controlId={id}>
      <Form.Label visuallyHidden={quiet}>{label}</Form.Label>
      {children}
    </Form.Group>
  );
}

type TextProps = Labelled &
  Omit<InputHTMLAttributes<HTMLInputElement>, 'id' | 'value' | 'onChange' | 'size'> & {
    value: string;
    onText: (text: string) => void;
  };

/** One line of text, a date, a time, a number or a password. */
export function TextField({ id, label, onText, ...input }: TextProps) {
  return (
    <Field id={id} label={label}>
      <Form.Control {...input} onChange={(e) => onText(e.target.value)} />
    </Field>
  );
}

interface ChoiceProps extends Labelled {
  value: string;
  /** Those with the same group stand under its name. */
  options: { id: string; name: string; group?: string }[];
  /** Words for nothing chosen; without them something always is. */
  none?: string;
  required?: boolean;
  onChoose: (id: string) => void;
}

/** One of a few. */
export function Choice({ id, label, quiet, value, options, none, required, onChoose }: ChoiceProps) {
  const groups = [...new Set(options.map((o) => o.group ?? ''))].map(
    (group) => [group, options.filter((o) => (o.group ?? '') === group)] as const,
  );
  return (
    <Field id={id} label={label} quiet={quiet}>
      <Form.Select required={required} value={value} onChange={(e) => onChoose(e.target.value)}>
        {none !== undefined && <option value="">{none}</option>}
        {groups.map(([group, of]) => {
          const list = of.map((o) => (
            <option key={o.id} value={o.id}>
              {o.name}
            </option>
          ));
          return group ? (
            <optgroup key={group} label={group}>
              {list}
            </optgroup>
          ) : (
            list
          );
        })}
      </Form.Select>
    </Field>
  );
}

interface LeavingProps extends Labelled {
  type?: string;
  value: string;
  placeholder?: string;
  disabled?: boolean;
  unit?: string;
  onLeave: (text: string) => void;
}

/** A value that is saved when it was changed and the field is left. */
export function LeavingField({ id, label, type = 'text', value, placeholder, disabled, unit, onLeave }: LeavingProps) {
  const input = (
    <Form.Control
      // A value that comes back from the server replaces what stands here.
      key={value}
      type={type}
      placeholder={placeholder}
      disabled={disabled}
      defaultValue={value}
      onBlur={(e) => e.target.value !== value && onLeave(e.target.value)}
    />
  );
  return (
    <Field id={id} label={label}>
      {unit ? (
        <div className="withunit">
          {input}
          <span>{unit}</span>
        </div>
      ) : (
        input
      )}
    </Field>
  );
}
