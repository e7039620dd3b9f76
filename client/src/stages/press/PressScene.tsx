import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { PressureFrame, PressureView } from '../../api/types';
import { Figure } from '../../chart/Figure';
import { Rests } from '../../chart/Rests';
import { arrow, extents, groups, kilograms, labelPlaces, newtonsToMm, type LabelPlace, type ShownForce } from './scene';

interface Props {
  view: PressureView;
  frame: PressureFrame;
  /** Room it gets, in pixels. */
  width: number;
  height: number;
}

/** Both figures from the side: the client in ink, the practitioner over them, and every force as an arrow. */
export function PressScene({ view, frame, width, height }: Props) {
  const { t } = useTranslation();
  const scene = view.scene!;
  const figure = useQuery({
    queryKey: keptAs.figure(scene.figure),
    queryFn: () => ask(http.GET('/api/figures/{key}', { params: { path: { key: scene.figure } } })),
    staleTime: Infinity,
  });
  const box = extents(view, width / height);
  const unit = (box.bottom - box.top) / height;
  const forces = frame.forces.filter((f) => Math.hypot(f.up, f.forward) > 8);
  const labels = labelPlaces(forces, unit, box);
  return (
    <svg
      className={`pressscene tone-${scene.skin}${frame.feasible ? '' : ' off'}`}
      viewBox={`${box.left} ${box.top} ${box.right - box.left} ${box.bottom - box.top}`}
      style={{ height }}
      role="img"
      aria-label={t('press.scene', { who: view.practitioner, stance: view.stance })}
      preserveAspectRatio="xMidYMax meet"
    >
      <path className="ground" d={`M${box.left} 0H${box.right}`} strokeWidth={2 * unit} />
      {scene.matUp > 20 && (
        <rect className="tabletop" x={-scene.figureX + 20} y={-scene.matUp} width={1800} height={scene.matUp} />
      )}
      {figure.data && (
        <g transform={`translate(${-scene.figureX} ${-scene.contactUp - scene.figureY})`}>
          <Rests shapes={scene.rests} />
          <Figure figure={figure.data} scale={1 / unit} />
        </g>
      )}
      {forces.map((f) => (
        <Aid key={f.support} force={f} unit={unit} />
      ))}
      <g className="puppet">
        {groups(scene.order).map((group, i) => (
          <g key={i}>
            {group.map((p) => (
              <path
                key={p}
                className="rim"
                d={piece(view, p).outline}
                transform={place(view, frame, p)}
                strokeWidth={5 * unit}
              />
            ))}
            {group.map((p) => (
              <g key={p} transform={place(view, frame, p)}>
                <path className="cloth" d={piece(view, p).outline} />
                {piece(view, p).hair && <path className="hair" d={piece(view, p).hair} />}
              </g>
            ))}
          </g>
        ))}
      </g>
      {forces.map((f, i) => (
        <Arrow
          key={f.support}
          force={f}
          name={f.support === 'hand' ? view.contact : t(`press.support.${f.support}`)}
          unit={unit}
          label={labels[i]!}
        />
      ))}
      {frame.newtons > 0 && (
        <Push x={0} y={scene.contactUp} newtons={frame.newtons} along={view.kind === 'brace'} unit={unit} />
      )}
    </svg>
  );
}

const piece = (view: PressureView, index: number) =>
  view.scene!.puppet.find((p) => p.name === view.scene!.order[index])!;

const place = (view: PressureView, frame: PressureFrame, index: number) => {
  const [x, y, degrees] = frame.pieces.slice(index * 3, index * 3 + 3) as [number, number, number];
  const p = piece(view, index);
  return `translate(${x} ${-y}) rotate(${degrees}) translate(${p.left} ${-p.top})`;
};

/** A force on the practitioner, drawn ending where it acts; the weight hangs from the centre of mass. */
interface Named {
  force: ShownForce;
  name: string;
  unit: number;
  label: LabelPlace;
}

function Arrow({ force, name, unit, label }: Named) {
  const { t } = useTranslation();
  const { weight, size, dx, dy, fromX, fromY } = arrow(force, unit);
  return (
    <g className={weight ? 'force weight' : 'force'}>
      <title>{t('press.force', { what: name, n: Math.round(size) })}</title>
      <path d={`M${fromX} ${fromY}l${dx} ${dy}`} strokeWidth={3 * unit} />
      <path className="tip" d={head(fromX + dx, fromY + dy, dx, dy, 7 * unit)} />
      {weight && <circle cx={fromX} cy={fromY} r={5 * unit} />}
      <text
        x={label.x}
        y={label.y}
        fontSize={11 * unit}
        strokeWidth={3 * unit}
        textAnchor={label.end ? 'end' : 'start'}
      >
        {name} {kilograms(size)}
      </text>
    </g>
  );
}

/** What the hands hold on to. */
function Aid({ force, unit }: { force: ShownForce; unit: number }) {
  const [x, y] = [force.x, -force.y];
  const lines: Record<string, string> = {
    bars: `M${x - 420} ${y}H${x + 420}`,
    frame: `M${x - 260} 0V${y}H${x + 260}V0`,
    wall: `M${x + 20} 0V${y - 420}`,
  };
  return lines[force.support] ? <path className="aid" d={lines[force.support]} strokeWidth={5 * unit} /> : null;
}

/** What goes into the client. */
function Push({ x, y, newtons, along, unit }: { x: number; y: number; newtons: number; along: boolean; unit: number }) {
  const long = Math.max(newtons * newtonsToMm, 20 * unit);
  const [dx, dy] = along ? [long, 0] : [0, long];
  return (
    <g className="force into">
      <path d={`M${x} ${-y}l${dx} ${dy}`} strokeWidth={5 * unit} />
      <path className="tip" d={head(x + dx, -y + dy, dx, dy, 10 * unit)} />
    </g>
  );
}

const head = (x: number, y: number, dx: number, dy: number, size: number) => {
  const l = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [(dx / l) * size, (dy / l) * size];
  return `M${x + ux} ${y + uy}L${x - uy * 0.6} ${y + ux * 0.6}L${x + uy * 0.6} ${y - ux * 0.6}z`;
};
