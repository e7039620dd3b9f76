import { useTranslation } from 'react-i18next';
import type { PlanStep, VisitView } from '../../api/types';
import { BothSides } from '../../chart/BothSides';
import { placesOf } from '../../parts/places';

/** A place on the body: a region, and its side (1 left, -1 right, 0 both or the middle). */
export interface Place {
  region: string;
  side: number;
}

const WHOLE_BODY = 'whole-body';
const sides: Record<string, number> = { left: 1, right: -1 };

const sideOf = (step: PlanStep) => sides[step.side] ?? 0;

/** Steps that were given, all of them or those at a place. */
export function useStepsAt(visit: VisitView, at: Place | null): PlanStep[] {
  const given = visit.plan.steps.filter((s) => visit.given.some((g) => g.step === s.id && g.givenSeconds > 0));
  return at
    ? given.filter((s) => placesOf(s).includes(at.region) && (!sideOf(s) || !at.side || sideOf(s) === at.side))
    : given;
}

/** The client's body as it was worked: warm where something was noted; a touch asks for what was noted there, or adds to it. */
export function NotedOnBody({
  visit,
  at,
  onAt,
}: {
  visit: VisitView;
  at: Place | null;
  onAt: (at: Place | null) => void;
}) {
  const { t } = useTranslation();
  const given = useStepsAt(visit, null);
  const regions = [...new Set(given.flatMap(placesOf))].filter((r) => r !== WHOLE_BODY);
  const wash: Record<string, number> = Object.fromEntries(regions.map((r) => [r, 0]));
  for (const r of visit.session.responses) {
    const step = given.find((s) => s.id === r.step);
    const side = sides[r.detail?.side ?? ''] ?? (step ? sideOf(step) : 0);
    for (const region of step ? placesOf(step) : [])
      for (const s of side ? [side] : [0, 1, -1]) wash[`${region}/${s}`] = 1;
  }
  if (at) wash[`${at.region}/${at.side}`] = Math.max(wash[`${at.region}/${at.side}`] ?? 0, 0.5);
  if (regions.length === 0) return null;
  return (
    <>
      <p className="soft small">{t('given.touch')}</p>
      <BothSides
        clientId={visit.client.id}
        label={t('given.onBody')}
        height={250}
        regions={regions}
        wash={wash}
        onArea={(region, side) => onAt(at?.region === region && at.side === side ? null : { region, side })}
      />
    </>
  );
}
