import { useState, type FormEvent, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Problem } from '../api/http';
import { Note } from './Note';

interface Props {
  className?: string;
  send: () => Promise<void>;
  action: string;
  main?: boolean;
  children: ReactNode;
}

/** A form that is sent as a whole. A refusal stands beside the button as a sentence, and nothing entered is lost. */
export function SendForm({ className, send, action, main, children }: Props) {
  const { t } = useTranslation();
  const [wrong, setWrong] = useState('');
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    try {
      setWrong('');
      await send();
    } catch (problem) {
      setWrong(problem instanceof Problem && problem.message ? problem.message : t('shell.unreachable'));
    }
  };
  return (
    <form className={className} onSubmit={(e) => void submit(e)}>
      {children}
      {wrong && <Note kind="wrong">{wrong}</Note>}
      <button type="submit" className={main ? 'pill main' : 'pill'}>
        {action}
      </button>
    </form>
  );
}
