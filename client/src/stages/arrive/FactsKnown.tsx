import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { FactView, VisitView, Vocabulary } from '../../api/types';
import { day } from '../../parts/spoken';
import { FactForm } from './FactForm';

/** What is known, each fact with its dates and details; opens to be made more exact. */
export function FactsKnown({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState<string | null>(null);
  const held = visit.facts.filter((f) => f.entry.status !== 'no');
  const denied = visit.facts.length - held.length;
  return (
    <>
      <ul className="facts">
        {held.map((f) => (
          <li key={f.entry.fact} className={open === f.entry.fact ? 'open' : ''}>
            <button
              type="button"
              aria-expanded={open === f.entry.fact}
              onClick={() => setOpen(open === f.entry.fact ? null : f.entry.fact)}
            >
              <span>
                <b>{f.saying}</b>
                {f.isNew && <em className="new">{f.scope === 'today' ? t('arrive.today') : t('arrive.new')}</em>}
              </span>
              <span className="soft small">{details(f)}</span>
            </button>
            {open === f.entry.fact && (
              <FactForm
                visit={visit}
                fact={f}
                definition={words.facts.find((d) => d.id === f.entry.fact)!}
                regions={words.regions}
                done={() => setOpen(null)}
              />
            )}
          </li>
        ))}
      </ul>
      {held.length === 0 && <p className="soft mt-2">{t('arrive.nothingKnown')}</p>}
      {denied > 0 && <p className="soft small mt-2">{t('arrive.denied', { count: denied })}</p>}
    </>
  );
}

/** What the details say beyond the sentence; a due date stays a date. */
function details(f: FactView) {
  return Object.values(f.entry.detail ?? {})
    .map((value) => (/^\d{4}-\d\d-\d\d$/.test(value) ? day(value) : value.replaceAll('-', ' ')))
    .join(' · ');
}
