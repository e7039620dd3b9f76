import { useTranslation } from 'react-i18next';
import type { StepDeparture } from '../api/types';
import { MIDDLE, type Layout } from './layout';

const ABOVE = 34;

/** What the flow had and today's plan has not, or has otherwise: before and after, at its place on the thread. */
export function Departed({ layout, departed }: { layout: Layout; departed: StepDeparture[] }) {
  const { t } = useTranslation();
  const runs = new Map(layout.runs.map((r) => [r.step.id, r]));
  const out = departed.filter((d) => d.kind === 'left-out');
  // Several left out at one place stand there as one mark with their count.
  const places = [...new Set(out.map((d) => d.before ?? ''))].map((before) => ({
    before,
    x: runs.get(before)?.x0 ?? layout.width,
    names: out.filter((d) => (d.before ?? '') === before).map((d) => d.from),
  }));
  return (
    <>
      {departed
        .filter((d) => d.kind !== 'left-out')
        .flatMap((d) => d.steps.map((id) => ({ d, run: runs.get(id) })))
        .map(
          ({ d, run }) =>
            run && (
              <path
                key={run.step.id + d.from + d.kind}
                className="departed"
                d={`M${run.x0} ${run.y - 14}H${Math.max(run.x1 - 1, run.x0 + 4)}`}
              >
                <title>{`${d.from} → ${t(`departure.${d.kind}`, { to: d.to })}`}</title>
              </path>
            ),
        )}
      {places.map((p) => (
        <g key={p.before} className="departed gone">
          <title>{`${p.names.join(', ')} → ${t('departure.left-out')}`}</title>
          <path d={`M${p.x} ${MIDDLE - ABOVE + 8}V${MIDDLE + 10}`} />
          <circle cx={p.x} cy={MIDDLE - ABOVE} r={8} />
          <text className="count" x={p.x} y={MIDDLE - ABOVE + 3.5}>
            {p.names.length}
          </text>
        </g>
      ))}
    </>
  );
}
