import { memo, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { SessionView, Vocabulary } from '../../api/types';
import { CommandCap, KeyCap } from '../../shell/KeyCap';
import { ToolBar } from '../../ui/ToolBar';

interface Props {
  words: Vocabulary;
  phase: SessionView['phase'];
  mayChange: boolean;
  onResponse: (id: string) => void;
  onKey: (key: GiveKey) => void;
}

export type GiveKey =
  'forward' | 'back' | 'pause' | 'again' | 'placeAgain' | 'stay' | 'change' | 'arrange' | 'happened';

/** One key a response; the same by touch. */
export const GiveKeys = memo(function GiveKeys({ words, phase, mayChange, onResponse, onKey }: Props) {
  const { t } = useTranslation();
  const [found, setFound] = useState(false);
  const idle = phase === 'not-started' || phase === 'finished';
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
      <button type="button" onClick={() => onKey('forward')} disabled={phase === 'finished'}>
        <CommandCap in="give" of="forward" /> {t('give.next')}
      </button>
      <button type="button" onClick={() => onKey('back')} disabled={idle}>
        <CommandCap in="give" of="back" /> {t('give.back')}
      </button>
      <button type="button" onClick={() => onKey('pause')} disabled={idle || phase === 'stopped'}>
        <CommandCap in="give" of="pause" /> {t(phase === 'paused' ? 'give.resume' : 'give.pause')}
      </button>
      <button type="button" onClick={() => onKey('again')} disabled={idle}>
        <CommandCap in="give" of="again" /> {t('give.again')}
      </button>
      <button type="button" onClick={() => onKey('placeAgain')} disabled={idle}>
        {t('give.placeAgain')}
      </button>
      <button type="button" onClick={() => onKey('stay')} disabled={phase !== 'running'}>
        <CommandCap in="give" of="stay" /> {t('give.stay')}
      </button>
      <button type="button" onClick={() => onKey('change')} disabled={!mayChange}>
        {t('ahead.short')}
      </button>
      <button type="button" onClick={() => onKey('arrange')}>
        {t('hands.short')}
      </button>
      <button type="button" className="stop" onClick={() => onKey('happened')}>
        {t('happened.short')}
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
    </ToolBar>
  );
});
