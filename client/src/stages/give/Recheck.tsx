import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { known } from '../../api/named';
import { familiesOf } from '../../parts/measures/families';
import { MeasureRow } from '../../parts/measures/MeasureRow';
import { useTaking } from '../../parts/measures/useTaking';
import type { Moment } from './moment';

/** At a step that looks again: what was measured before, and belongs to this place, to be measured anew beside its value. */
export function Recheck({ moment, visit, words }: { moment: Moment; visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { take } = useTaking(visit, words, 'after');
  if (known(visit.plan.steps, moment.step.id)?.role !== 'recheck') return null;
  const here = visit.recheckedAt[moment.step.id] ?? [];
  return (
    <section className="recheck measures" aria-label={t('recheck.title')}>
      <h2>{t('recheck.title')}</h2>
      {here.length === 0 && <p className="soft">{t('recheck.none')}</p>}
      {familiesOf(words.measures.filter((m) => here.includes(m.id))).map((family) => (
        <MeasureRow
          key={family.id}
          family={family}
          words={words}
          changes={visit.changes}
          when="after"
          disabled={!visit.may['rate-after']?.allowed}
          onTake={(m, taken) => void take(m, taken)}
        />
      ))}
    </section>
  );
}
