import { useEffect, useRef, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useSteady } from '../ui/useSteady';

interface Props {
  id: string;
  label: string;
  value: string;
  rows?: number;
  disabled?: boolean;
  hideLabel?: boolean;
  placeholder?: string;
  save: (text: string) => void;
}

const PAUSE_MS = 900;

/** A text that saves itself when typing pauses and when it is left. What is being typed is never replaced. */
export function SavedText({ id, label, value, rows = 3, disabled, hideLabel = true, placeholder, save }: Props) {
  const [text, setText] = useState<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const pending = useRef<string | null>(null);
  const keep = useSteady(save);
  const flush = useSteady(() => {
    clearTimeout(timer.current);
    if (pending.current !== null) keep(pending.current);
    pending.current = null;
  });
  useEffect(() => flush, [flush]);
  return (
    <>
      <label className={hideLabel ? 'visually-hidden' : 'form-label'} htmlFor={id}>
        {label}
      </label>
      <Form.Control
        as="textarea"
        id={id}
        rows={rows}
        placeholder={placeholder}
        disabled={disabled}
        value={text ?? value}
        onChange={(e) => {
          setText(e.target.value);
          pending.current = e.target.value;
          clearTimeout(timer.current);
          timer.current = setTimeout(flush, PAUSE_MS);
        }}
        onBlur={() => {
          flush();
          if (text === value) setText(null);
        }}
      />
    </>
  );
}
