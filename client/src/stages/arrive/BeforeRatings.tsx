import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { AnotherMeasure } from '../../parts/measures/AnotherMeasure';
import { MeasureRow } from '../../parts/measures/MeasureRow';
import { SidesApart } from '../../parts/measures/SidesApart';
import { useTaking } from '../../parts/measures/useTaking';

/** The values before, taken now so that afterwards they can be compared: few, and those that can tell whether it helped. */
export function BeforeRatings({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { shown, others, add, take, swap, name, why } = useTaking(visit, words, 'before');
  const may = !!visit.may['rate-before']?.allowed;
  return (
    <section className="measures">
      <h2>{t('arrive.before')}</h2>
      {shown.map((family) => {
        const because = why(family.sides);
        return (
          <MeasureRow
            key={family.id}
            family={family}
            words={words}
            changes={visit.changes}
            when="before"
            why={because && t(`measure.for.${because}`)}
            disabled={!may}
            clientId={visit.client.id}
            onSwap={swap}
            onTake={(m, taken) => void take(m, taken)}
            onName={name}
          />
        );
      })}
      <SidesApart visit={visit} />
      {may && <AnotherMeasure others={others} onChoose={add} />}
    </section>
  );
}
