import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { FactDefinition, FactEntry, FactView, VisitView, Vocabulary } from '../../api/types';
import { useAnswer } from './useAnswer';

interface Props {
  visit: VisitView;
  fact: FactView;
  definition: FactDefinition;
  regions: Vocabulary['regions'];
  done: () => void;
}

/** Makes a fact exact: status, dates, side, region, and the details this fact asks for. Each change saves itself. */
export function FactForm({ visit, fact, definition, regions, done }: Props) {
  const { t } = useTranslation();
  const { answer, forget } = useAnswer(visit.id);
  const [entry, setEntry] = useState<FactEntry>(fact.entry);
  const set = (part: Partial<FactEntry>) => {
    const next = { ...entry, ...part };
    setEntry(next);
    answer(next);
  };
  const id = (name: string) => `${definition.id}-${name}`;
  return (
    <div className="factform">
      <div>
        <label className="form-label" htmlFor={id('status')}>
          {t('arrive.status')}
        </label>
        <select
          id={id('status')}
          className="form-select"
          value={entry.status ?? 'known'}
          onChange={(e) => set({ status: e.target.value as FactEntry['status'] })}
        >
          {(['known', 'suspected', 'past', 'no'] as const).map((s) => (
            <option key={s} value={s}>
              {t(`factStatus.${s}`)}
            </option>
          ))}
        </select>
      </div>
      {(['since', 'until'] as const).map((field) => (
        <div key={field}>
          <label className="form-label" htmlFor={id(field)}>
            {t(`arrive.${field}Label`)}
          </label>
          <input
            id={id(field)}
            className="form-control"
            type="date"
            defaultValue={entry[field] ?? ''}
            onBlur={(e) => e.target.value !== (entry[field] ?? '') && set({ [field]: e.target.value || undefined })}
          />
        </div>
      ))}
      {definition.sided && (
        <div>
          <label className="form-label" htmlFor={id('side')}>
            {t('arrive.side')}
          </label>
          <select
            id={id('side')}
            className="form-select"
            value={entry.side ?? ''}
            onChange={(e) => set({ side: (e.target.value || undefined) as FactEntry['side'] })}
          >
            <option value="">{t('arrive.notSaid')}</option>
            {(['left', 'right', 'both'] as const).map((s) => (
              <option key={s} value={s}>
                {t(`side.${s}`)}
              </option>
            ))}
          </select>
        </div>
      )}
      {(definition.id === 'consent-refused' || definition.sided) && (
        <div>
          <label className="form-label" htmlFor={id('region')}>
            {t('arrive.region')}
          </label>
          <select
            id={id('region')}
            className="form-select"
            value={entry.region ?? ''}
            onChange={(e) => set({ region: e.target.value || undefined })}
          >
            <option value="">{t('arrive.notSaid')}</option>
            <option value="leg">{t('arrive.wholeLeg')}</option>
            <option value="arm">{t('arrive.wholeArm')}</option>
            {regions.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </select>
        </div>
      )}
      {definition.details.map((d) => (
        <div key={d.key}>
          <label className="form-label" htmlFor={id(d.key)}>
            {d.name}
          </label>
          {d.kind === 'choice' ? (
            <select
              id={id(d.key)}
              className="form-select"
              value={entry.detail?.[d.key] ?? ''}
              onChange={(e) => set({ detail: { ...entry.detail, [d.key]: e.target.value } })}
            >
              <option value="">{t('arrive.notSaid')}</option>
              {(d.choices ?? []).map((c) => (
                <option key={c} value={c}>
                  {c.replaceAll('-', ' ')}
                </option>
              ))}
            </select>
          ) : (
            <input
              id={id(d.key)}
              className="form-control"
              type={d.kind === 'date' ? 'date' : 'text'}
              defaultValue={entry.detail?.[d.key] ?? ''}
              onBlur={(e) =>
                e.target.value !== (entry.detail?.[d.key] ?? '') &&
                set({ detail: { ...entry.detail, [d.key]: e.target.value } })
              }
            />
          )}
        </div>
      ))}
      <div className="formfoot">
        <span className="soft small">{fact.recordedBy && t('arrive.recordedBy', { who: fact.recordedBy })}</span>
        <button type="button" className="pill quiet" onClick={() => forget(definition.id)}>
          {t('arrive.forget')}
        </button>
        <button type="button" className="pill" onClick={done}>
          {t('arrive.done')}
        </button>
      </div>
    </div>
  );
}
