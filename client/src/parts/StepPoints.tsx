import type { PlanStep } from '../api/types';
import { usePoint } from './usePoint';
import { Distance, FarShort } from './Distance';

interface Props {
  step: PlanStep;
  /** Nobody is the usual body. */
  clientId?: string;
  /** The point that is opened. */
  open?: string | null;
  onOpen: (point: string | null) => void;
}

/** The points of a step: how far each is on this client, in centimetres, cun and the practitioner's own fingers; more on a touch. */
export function StepPoints({ step, clientId, open, onOpen }: Props) {
  if (!step.points?.length) return null;
  return (
    <ul className="steppoints">
      {[...new Set(step.points)].map((point) => (
        <OnePoint
          key={point}
          point={point}
          clientId={clientId}
          side={step.side === 'right' ? 'right' : 'left'}
          open={open === point}
          onOpen={() => onOpen(open === point ? null : point)}
        />
      ))}
    </ul>
  );
}

interface One {
  point: string;
  clientId?: string;
  side: string;
  open: boolean;
  onOpen: () => void;
}

function OnePoint({ point, clientId, side, open, onOpen }: One) {
  const { data } = usePoint(point, clientId, side);
  if (!data) return null;
  const measured = data.location.from.filter((f) => f.way !== 'level');
  return (
    <li>
      <button type="button" className="plain" aria-expanded={open} onClick={onOpen}>
        <b>{point}</b> {data.point.pinyin}
      </button>
      {open ? (
        <div className="opened">
          <p className="serif">{data.point.location}</p>
          <ul className="ways">
            {data.location.from.map((f) => (
              <Distance key={f.landmark} from={f} />
            ))}
          </ul>
          {data.cautions.map((c) => (
            <p key={c.id} className={c.noPressure ? 'plum' : undefined}>
              <b>{c.name}.</b> {c.why}
            </p>
          ))}
        </div>
      ) : (
        measured.slice(0, 2).map((f) => <FarShort key={f.landmark} from={f} />)
      )}
    </li>
  );
}
