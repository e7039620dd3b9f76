import { useTranslation } from 'react-i18next';
import type { PlanStep, VisitView, Vocabulary } from '../api/types';
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
  const leftOut = visit.shown.limits.filter((l) => l.outcome === 'avoid').flatMap((l) => l.regions);
  const out = [...new Set(leftOut)].filter((r) => r !== step.region);
  const name = words.regions.find((r) => r.id === step.region)?.name ?? step.region;
  const regions = onRegion ? [...new Set([...here.map((s) => s.region), step.region])] : [step.region];
  const stations = visit.expansion.steps.find((s) => s.id === step.id)?.stations ?? 1;
  const family = words.contacts.find((c) => c.id === step.contact)?.family;
  return (
    <Chart
      label={t('chart.step', { region: name, position: words.positions.find((p) => p.id === step.position)?.name })}
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
      lit={[step.region, ...(station ? [`station-${station}`] : [])]}
      mark={family === 'foot' ? 'square' : family === 'thumb' ? 'ring' : 'round'}
      leftOut={out}
      onArea={onRegion}
    />
  );
}
