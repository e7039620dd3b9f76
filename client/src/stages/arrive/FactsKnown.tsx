import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { known, plain } from '../../api/named';
import type { FactSaid, VisitView, Vocabulary } from '../../api/types';
import { day } from '../../parts/spoken';
import { FactForm } from './FactForm';

const keyOf = (f: FactSaid) => [f.entry.fact, f.entry.region, f.entry.side, f.entry.detail?.name].join('|');

/** What is known, each fact with its dates and details; opens to be made more exact. */
export function FactsKnown({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState<string | null>(null);
  // Consents have a line of their own.
  const held = visit.facts.filter((f) => f.entry.status !== 'no' && f.entry.fact !== 'consent-given');
  const denied = visit.facts.filter((f) => f.entry.status === 'no').length;
  const line = (f: FactSaid) => (
    <li key={keyOf(f)} className={open === keyOf(f) ? 'open' : ''}>
      <button
        type="button"
        aria-expanded={open === keyOf(f)}
        onClick={() => setOpen(open === keyOf(f) ? null : keyOf(f))}
      >
        <span>
          <b>{f.saying}</b>
          {f.isNew && <em className="new">{f.scope === 'today' ? t('arrive.today') : t('arrive.new')}</em>}
        </span>
        <span className="soft small">{details(f)}</span>
      </button>
      {open === keyOf(f) && visit.may['ask-facts']?.allowed && (
        <FactForm
          visit={visit}
          fact={f}
          definition={known(words.facts, f.entry.fact)}
          regions={[...words.areas, ...words.regions]}
          done={() => setOpen(null)}
        />
      )}
    </li>
  );
  return (
    <>
      <ul className="facts">{held.map(line)}</ul>
      {held.length === 0 && <p className="soft mt-2">{t('arrive.nothingKnown')}</p>}
      {denied > 0 && <p className="soft small mt-2">{t('arrive.denied', { count: denied })}</p>}
    </>
  );
}

/** What the details say beyond the sentence; a due date stays a date. */
function details(f: FactSaid) {
  return Object.entries(f.entry.detail ?? {})
    .filter(([key]) => key !== 'name')
    .map(([, value]) => (/^\d{4}-\d\d-\d\d$/.test(value) ? day(value) : plain(value)))
    .join(' · ');
}
