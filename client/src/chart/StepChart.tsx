import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../api/named';
import type { PlanStep, VisitView, Vocabulary } from '../api/types';
import { placesOf } from '../parts/places';
import { Chart } from './Chart';

interface Props {
  visit: VisitView;
  step: PlanStep;
  words: Vocabulary;
  box: { width: number; height: number };
  /** The station pressed now, from 1. */
  station?: number;
  /** Chooses the plan's next step at a place that was touched. */
  onRegion?: (region: string) => void;
}

/** The client as they lie for this step: the place worked lit, places left out or never pressed hatched. */
export function StepChart({ visit, step, words, box, station, onRegion }: Props) {
  const { t } = useTranslation();
  const worked = step.side === 'left' || step.side === 'right' ? step.side : 'both';
  const here = visit.plan.steps.filter((s) => s.position === step.position);
  const leftOut = visit.shown.limits.filter((l) => l.outcome === 'avoid').flatMap((l) => l.places.map((p) => p.region));
  const at = placesOf(step);
  const out = [...new Set(leftOut)].filter((r) => !at.includes(r));
  const name = nameIn(words.regions, step.region);
  const regions = onRegion ? [...new Set([...here.flatMap(placesOf), ...at])] : at;
  const stations = known(visit.expansion.steps, step.id)?.stations ?? 1;
  const family = known(words.contacts, step.contact)?.family;
  return (
    <Chart
      label={t('chart.step', { region: name, position: known(words.positions, step.position)?.name })}
      box={box}
      wanted={{
        position: step.position,
        bent: step.side === 'right' ? 'right' : 'left',
        clientId: visit.client.id,
        focus: step.region,
        stations: stations > 1 ? stations : 0,
        regions: [...new Set([...regions.filter((r) => r !== 'whole-body' || r === step.region), ...out])],
        noPressure: true,
        side: worked,
      }}
      lit={[...at, ...(station ? [`station-${station}`] : [])]}
      mark={family === 'foot' ? 'square' : family === 'thumb' ? 'ring' : 'round'}
      leftOut={out}
      onArea={onRegion}
    />
  );
}
