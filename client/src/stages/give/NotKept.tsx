import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { VisitView, Vocabulary } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { clock } from '../../parts/spoken';
import type { EventLog, Kept } from './eventLog';

/** What the server set aside, until a person has read it; and what this device cannot keep or keeps for somebody else. */
export function NotKept({ visit, words, log }: { visit: VisitView; words: Vocabulary; log: EventLog }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const said = ({ event }: Kept) => {
    const what =
      event.kind === 'response'
        ? (nameIn(words.responses, event.response)?.replaceAll('-', ' ') ?? '')
        : t(`give.event.${event.kind}`);
    const step = known(visit.plan.steps, event.step)?.name;
    return [`${clock(event.at)} ${what}`, step, event.text].filter(Boolean).join(', ');
  };
  const keep = (kept: Kept) => {
    const text = said(kept);
    if (visit.may.addend?.allowed) void change('post', 'addenda', { text });
    else void change('put', 'reflect', { note: { done: `${visit.note.done} ${text}.`.trim() } });
    log.seen(kept.event.id);
  };
  if (log.aside.length === 0 && !log.unkept && log.ofOthers === 0) return null;
  return (
    <div className="notkept" role="alert">
      {log.unkept && <p>{t('give.unkept')}</p>}
      {log.ofOthers > 0 && <p>{t('give.ofOthers', { count: log.ofOthers })}</p>}
      {log.aside.map((kept) => (
        <div key={kept.event.id} className="aside">
          <p>
            <b>{said(kept)}</b> {kept.aside!.detail}
          </p>
          <div className="acts">
            {kept.event.kind === 'response' && (visit.may.addend?.allowed || visit.may['edit-note']?.allowed) && (
              <button type="button" className="pill" onClick={() => keep(kept)}>
                {t('give.keepAsNote')}
              </button>
            )}
            <button type="button" className="pill quiet" onClick={() => log.seen(kept.event.id)}>
              {t('give.seen')}
            </button>
          </div>
        </div>
      ))}
    </div>
  );
}

/** How much was noted, and whether all of it has left this device. */
export function Saved({ log, pending, noted }: { log: EventLog; pending: number; noted: number }) {
  const { t } = useTranslation();
  const waits = (log.state === 'later' || log.state === 'signed-out') && pending > 0;
  return (
    <span className={`gsaved ${log.state === 'later' ? 'plum' : ''}`} role="status">
      {waits ? t('give.keptHere', { count: pending }) : t('give.noted', { count: noted })}
    </span>
  );
}
