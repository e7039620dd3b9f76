import { useTranslation } from 'react-i18next';
import type { Measure, VisitView, Vocabulary } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { Rate } from '../../parts/Rate';
import { Fold } from '../../ui/Fold';

/** The values before, taken now so that afterwards they can be compared; what the complaint makes worth it comes first. */
export function BeforeRatings({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const before = (m: Measure) => visit.changes.find((c) => c.measure === m.id)?.before ?? null;
  const { measures: worth } = visit.suggested;
  // What was measured already stays in sight.
  const first = words.measures.filter((m) => worth.length === 0 || worth.includes(m.id) || before(m) !== null);
  const rest = words.measures.filter((m) => !first.includes(m));
  const rate = (m: Measure) => (
    <Rate
      key={m.id}
      measure={m}
      value={before(m)}
      disabled={!visit.may['rate-before']?.allowed}
      onRate={(value) => change('put', 'check-in', { before: [{ measure: m.id, before: value }] })}
    />
  );
  return (
    <section>
      <h2>{t('arrive.before')}</h2>
      {first.map(rate)}
      {rest.length > 0 && <Fold title={t('arrive.otherMeasures', { count: rest.length })}>{rest.map(rate)}</Fold>}
    </section>
  );
}
