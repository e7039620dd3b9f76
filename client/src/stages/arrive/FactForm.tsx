import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { FactDefinition, FactEntry, FactSaid, VisitView } from '../../api/types';
import { FactFields } from '../../parts/FactFields';
import { Choice, LeavingField } from '../../ui/fields';
import { useAnswer } from './useAnswer';

interface Props {
  visit: VisitView;
  fact: FactSaid;
  /** Null for a fact this version no longer knows: it can be struck out, not changed. */
  definition?: FactDefinition;
  regions: { id: string; name: string }[];
  done: () => void;
}

/** Makes a fact exact: status, dates, side, region, and the details this fact asks for. Each change saves itself. */
export function FactForm({ visit, fact, definition, regions, done }: Props) {
  const { t } = useTranslation();
  const { answer, strike } = useAnswer(visit.id);
  const [reason, setReason] = useState<string | null>(null);
  const [entry, setEntry] = useState<FactEntry>(fact.entry);
  const set = (part: Partial<FactEntry>) => {
    const next = { ...entry, ...part };
    setEntry(next);
    answer(next, entry);
  };
  const id = (name: string) => `${entry.fact}-${entry.region ?? ''}-${name}`;
  return (
    <div className="factform">
      <Choice
        id={id('status')}
        label={t('arrive.status')}
        value={entry.status ?? 'known'}
        options={(['known', 'suspected', 'past', 'no'] as const).map((s) => ({ id: s, name: t(`factStatus.${s}`) }))}
        onChoose={(status) => set({ status: status as FactEntry['status'] })}
      />
      {(['since', 'until'] as const).map((field) => (
        <LeavingField
          key={field}
          id={id(field)}
          label={t(`arrive.${field}Label`)}
          type="date"
          value={entry[field] ?? ''}
          onLeave={(date) => set({ [field]: date || undefined })}
        />
      ))}
      {definition && <FactFields asks={definition} entry={entry} regions={regions} set={set} />}
      <div className="formfoot">
        <span className="soft small">
          {[fact.entry.saidBy, fact.recordedBy && t('arrive.recordedBy', { who: fact.recordedBy })]
            .filter(Boolean)
            .join('; ')}
        </span>
        <button type="button" className="pill quiet" onClick={() => setReason(reason === null ? '' : null)}>
          {t('arrive.forget')}
        </button>
        <button type="button" className="pill" onClick={done}>
          {t('arrive.done')}
        </button>
      </div>
      {reason !== null && (
        <form
          className="strikeform"
          onSubmit={(e) => {
            e.preventDefault();
            strike(entry, reason);
          }}
        >
          <span className="soft small">{t('arrive.strikeWhy')}</span>
          <div className="acts">
            {(['slip', 'over', 'wrong'] as const).map((why) => (
              <button key={why} type="button" className="pill" onClick={() => strike(entry, t(`arrive.strike.${why}`))}>
                {t(`arrive.strike.${why}`)}
              </button>
            ))}
          </div>
          <label className="visually-hidden" htmlFor={id('reason')}>
            {t('arrive.strikeOther')}
          </label>
          <Form.Control
            id={id('reason')}
            placeholder={t('arrive.strikeOther')}
            value={reason}
            minLength={4}
            required
            onChange={(e) => setReason(e.target.value)}
          />
          <button type="submit" className="pill">
            {t('arrive.strikeOut')}
          </button>
        </form>
      )}
    </div>
  );
}
