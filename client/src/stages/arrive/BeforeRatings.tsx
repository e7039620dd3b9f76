import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { Rate } from '../../parts/Rate';

/** The values before, taken now so that afterwards they can be compared. */
export function BeforeRatings({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  return (
    <section>
      <h2>{t('arrive.before')}</h2>
      {words.measures.map((m) => (
        <Rate
          key={m.id}
          measure={m}
          value={visit.changes.find((c) => c.measure === m.id)?.before ?? null}
          disabled={!visit.may['rate-before']?.allowed}
          onRate={(before) => change('put', 'check-in', { before: [{ measure: m.id, before }] })}
        />
      ))}
    </section>
  );
}
