import { useTranslation } from 'react-i18next';
import { useVocabulary } from '../api/useVisit';
import { Chart } from './Chart';

interface Props {
  clientId: string;
  label: string;
  height: number;
  /** Ids of the regions that are drawn, and can be touched. */
  regions: string[];
  points?: string[];
  lit?: string[];
  leftOut?: string[];
  wash?: Record<string, number>;
  onArea?: (region: string, side: number) => void;
}

/** The segment feet are drawn on. */
const FOOT = 'foot';

/** The client from the front and from behind, and the soles where they are worked; first where nothing else is. */
export function BothSides({ clientId, label, height, regions, points, ...look }: Props) {
  const { t } = useTranslation();
  // Charts are drawn by today's knowledge; a session's own words do not say where on the body a region lies.
  const { data: words } = useVocabulary();
  const worked = words?.regions.filter((r) => regions.includes(r.id)) ?? [];
  const onFoot = worked.filter((r) => r.patches?.some((p) => p.on === FOOT));
  const body = [
    ['front', { width: 160, height }],
    ['back', { width: 160, height }],
  ] as const;
  const soles = [
    ['sole.left', { width: 160, height: 170 }],
    ['sole.right', { width: 160, height: 170 }],
  ] as const;
  const views =
    onFoot.length === 0 ? body : onFoot.length === worked.length ? [...soles, ...body] : [...body, ...soles];
  return (
    <div className="bothsides">
      {views.map(([view, box]) => (
        <Chart
          key={view}
          wanted={{ view, clientId, regions, points }}
          box={box}
          label={[label, ...view.split('.').map((part, i) => t(i === 0 ? `view.${part}` : `side.${part}`))].join(', ')}
          {...look}
        />
      ))}
    </div>
  );
}
