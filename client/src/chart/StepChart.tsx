import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../api/named';
import type { ExpandedStep, PlanStep, PrintMark, VisitView, Vocabulary } from '../api/types';
import { placesOf } from '../parts/places';
import { ChartPicture, Drawn } from './Chart';
import { Prints } from './Prints';
import { useStepChart } from './useStepChart';

/** Whom and what a step is drawn in: the client and school, and what goes round it. */
export interface Drawing {
  steps: PlanStep[];
  expanded: ExpandedStep[];
  /** Null is the usual body. */
  clientId: string | null;
  /** Null is the house's own. */
  school: string | null;
  leftOut: string[];
}

/** What a visit's steps are drawn in. */
export const drawingOf = (visit: VisitView): Drawing => ({
  steps: visit.plan.steps,
  expanded: visit.expansion.steps,
  clientId: visit.client.id,
  school: visit.school,
  leftOut: visit.shown.limits.filter((l) => l.outcome === 'avoid').flatMap((l) => l.places.map((p) => p.region)),
});

interface Props {
  on: Drawing;
  step: PlanStep;
  words: Vocabulary;
  box: { width: number; height: number };
  /** The place given now and the one after it, from 1; the first when nothing is given yet. */
  now?: number;
  next?: number;
  /** Points that could be worked beside its own, to touch. */
  offered?: string[];
  /** Chooses the plan's next step at a place that was touched. */
  onRegion?: (region: string) => void;
  /** Opens a point that was touched. */
  onPoint?: (point: string) => void;
}

/** The reflex areas at the place given now. */
const areasAt = (marks: PrintMark[], now: number) =>
  marks.flatMap((m) => (m.station === now && m.area ? [m.area] : []));

/** What the chart of a step asks for. */
export function stepChartOf(on: Drawing, step: PlanStep, now = 1, touchable: string[] = [], offered?: string[]) {
  return {
    step,
    stations: known(on.expanded, step.id)?.stations ?? 1,
    at: now,
    clientId: on.clientId,
    school: on.school,
    touchable: [...new Set(touchable)],
    offered,
    leftOut: [...new Set(on.leftOut)].filter((r) => !placesOf(step).includes(r)),
  };
}

/** The client as they lie for this step, with its way, and hands and feet where they go; what is left out or never pressed hatched. */
export function StepChart({ on, step, words, box, now = 1, next, offered, onRegion, onPoint }: Props) {
  const { t } = useTranslation();
  const at = placesOf(step);
  const here = onRegion ? on.steps.filter((s) => s.position === step.position).flatMap(placesOf) : [];
  const wanted = stepChartOf(on, step, now, here, offered);
  const drawn = useStepChart(wanted);
  return (
    <Drawn {...drawn}>
      {(d) => (
        <ChartPicture
          data={d}
          label={t('chart.step', {
            region: nameIn(words.regions, step.region),
            position: known(words.positions, step.position)?.name,
          })}
          box={box}
          lit={[...(step.reflex?.length ? [] : at), ...areasAt(d.drawing.marks, now), ...(step.points ?? [])]}
          leftOut={wanted.leftOut}
          onArea={onRegion}
          onSpot={onPoint}
          over={(unit) => (
            <>
              {d.drawing.way.map((w) => (
                <path
                  key={w.side}
                  className="stepway"
                  d={w.seen}
                  strokeWidth={1.6 * unit}
                  strokeDasharray={`${4 * unit} ${3 * unit}`}
                />
              ))}
              <Prints
                marks={d.drawing.marks}
                print={d.print}
                other={d.drawing.other}
                otherPrint={known(words.contacts, step.otherContact)?.print}
                unit={unit}
                now={now}
                next={next}
                also={d.drawing.also}
                alsoPresses={d.drawing.alsoPresses}
                onPoint={onPoint}
              />
            </>
          )}
        />
      )}
    </Drawn>
  );
}
