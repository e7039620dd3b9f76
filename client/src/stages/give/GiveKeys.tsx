import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { SessionView, Vocabulary } from '../../api/types';
import { CommandCap, KeyCap } from '../../shell/KeyCap';
import { ToolBar } from '../../ui/ToolBar';
import type { EventLog } from './eventLog';

interface Props {
  words: Vocabulary;
  phase: SessionView['phase'];
  noted: number;
  log: EventLog;
  pending: number;
  mayChange: boolean;
  onResponse: (id: string) => void;
  onNext: () => void;
  onBack: () => void;
  onPause: () => void;
  onAgain: () => void;
  onStay: () => void;
  onChange: () => void;
}

/** One key a response; the same by touch. */
export function GiveKeys(props: Props) {
  const {
    words,
    phase,
    noted,
    log,
    pending,
    mayChange,
    onResponse,
    onNext,
    onBack,
    onPause,
    onAgain,
    onStay,
    onChange,
  } = props;
  const { t } = useTranslation();
  const [found, setFound] = useState(false);
  const idle = phase === 'not-started' || phase === 'finished';
  const waits = log.state === 'later' || log.state === 'signed-out';
  const saved = waits && pending > 0 ? t('give.keptHere', { count: pending }) : t('give.noted', { count: noted });
  const note = (r: Vocabulary['responses'][number]) => (
    <button
      key={r.id}
      type="button"
      className={r.effect === 'stop' ? 'stop' : ''}
      disabled={idle}
      onClick={() => onResponse(r.id)}
    >
      {r.key && <KeyCap of={r.key} />} {r.name.toLowerCase()}
    </button>
  );
  return (
    <ToolBar className="gkeys" label={t('give.keys')}>
      <button type="button" onClick={onNext} disabled={phase === 'finished'}>
        <CommandCap in="give" of="forward" /> {t('give.next')}
      </button>
      <button type="button" onClick={onBack} disabled={idle}>
        <CommandCap in="give" of="back" /> {t('give.back')}
      </button>
      <button type="button" onClick={onPause} disabled={idle || phase === 'stopped'}>
        <CommandCap in="give" of="pause" /> {t(phase === 'paused' ? 'give.resume' : 'give.pause')}
      </button>
      <button type="button" onClick={onAgain} disabled={idle}>
        <CommandCap in="give" of="again" /> {t('give.again')}
      </button>
      <button type="button" onClick={onStay} disabled={phase !== 'running'}>
        <CommandCap in="give" of="stay" /> {t('give.stay')}
      </button>
      <button type="button" onClick={onChange} disabled={!mayChange}>
        {t('ahead.short')}
      </button>
      <i className="bar" />
      {words.responses.filter((r) => r.group !== 'found' && r.key).map(note)}
      <button type="button" aria-expanded={found} disabled={idle} onClick={() => setFound(!found)}>
        {t('give.found')}
      </button>
      {found && (
        <span className="gfound" role="group" aria-label={t('give.found')}>
          {words.responses.filter((r) => r.group === 'found').map(note)}
        </span>
      )}
      <span className={`gsaved ${log.state === 'later' ? 'plum' : ''}`} role="status">
        {saved}
      </span>
    </ToolBar>
  );
}
