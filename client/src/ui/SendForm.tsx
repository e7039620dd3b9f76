import { useState, type FormEvent, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Problem } from '../api/http';
import { Note } from './Note';

interface Props {
  className?: string;
  send: () => Promise<void>;
  action: string;
  main?: boolean;
  /** False while what the form is about is not seen yet, or cannot be done. */
  ready?: boolean;
  /** Leaves the form unsent. */
  never?: () => void;
  children: ReactNode;
}

/** A form that is sent as a whole. A refusal stands beside the button as a sentence, and nothing entered is lost. */
export function SendForm({ className, send, action, main, ready = true, never, children }: Props) {
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
  const go = ready && (
    <button type="submit" className={main ? 'pill main' : 'pill'}>
      {action}
    </button>
  );
  return (
    <form className={className} onSubmit={(e) => void submit(e)}>
      {children}
      {wrong && <Note kind="wrong">{wrong}</Note>}
      {never ? (
        <div className="acts">
          {go}
          <button type="button" className="pill quiet" onClick={never}>
            {t('screen.never')}
          </button>
        </div>
      ) : (
        go
      )}
    </form>
  );
}
