import type { ContactPrint, PrintMark } from '../api/types';
import { prints } from './prints';

interface Props {
  marks: PrintMark[];
  /** What is laid there; records from before do not say. */
  print: ContactPrint | null | undefined;
  /** The other hand beside each, and what it is, where the hands differ. */
  other?: PrintMark[];
  otherPrint?: ContactPrint | null;
  /** Millimetres of the page in a pixel. */
  unit: number;
  /** The place given now and the one after it, from 1. */
  now: number;
  next?: number;
  /** Where the other hand or foot is meanwhile; laid like the first where it is the same contact. */
  also?: PrintMark[];
  alsoPresses?: boolean;
  onPoint?: (point: string) => void;
}

/** Smaller than this many pixels, the shape of a contact could not be told. */
const LEAST = 11;
const MM_PER_CM = 10;

/** Where hands and feet go: the one that works now as it lies, the next ringed, those to come as dots, those done faint. */
export function Prints({
  marks,
  print,
  other = [],
  otherPrint,
  unit,
  now,
  next,
  also = [],
  alsoPresses,
  onPoint,
}: Props) {
  return (
    <>
      {marks
        .filter((m) => m.station !== now)
        .map((m, i) => (
          <Dot key={i} mark={m} unit={unit} state={m.station === next ? 'next' : m.station < now ? 'done' : 'coming'} />
        ))}
      {also.map((m, i) =>
        alsoPresses ? (
          <Laid key={`also${i}`} mark={m} print={otherPrint ?? print} unit={unit} />
        ) : (
          <Dot key={`also${i}`} mark={m} unit={unit} state="also" />
        ),
      )}
      {other
        .filter((m) => m.station === now)
        .map((m, i) => (
          <Laid key={`other${i}`} mark={m} print={otherPrint} unit={unit} />
        ))}
      {marks
        .filter((m) => m.station === now)
        .map((m, i) => (
          <Laid key={i} mark={m} print={print} unit={unit} onPoint={onPoint} />
        ))}
    </>
  );
}

function Dot({ mark, unit, state }: { mark: PrintMark; unit: number; state: 'next' | 'done' | 'coming' | 'also' }) {
  return (
    <circle
      className={`stop ${state}${mark.visible ? '' : ' behind'}`}
      cx={mark.x}
      cy={mark.y}
      r={(state === 'next' || state === 'also' ? 5 : 3.2) * unit}
      strokeWidth={1.4 * unit}
    >
      {state !== 'also' && <title>{mark.name ?? String(mark.station)}</title>}
    </circle>
  );
}

function Laid({ mark, print, unit, onPoint }: Pick<Props, 'print' | 'unit' | 'onPoint'> & { mark: PrintMark }) {
  if (!print) return <Dot mark={mark} unit={unit} state="next" />;
  const shape = prints[print.shape];
  const larger = Math.max(1, (LEAST * unit) / (Math.min(print.lengthCm, print.breadthCm) * MM_PER_CM));
  const along = (print.lengthCm * MM_PER_CM * larger) / 100;
  const across = ((print.breadthCm * MM_PER_CM * larger) / 100) * (mark.left ? -1 : 1);
  const [x, y] = shape.at;
  const pen = (1.3 * unit) / Math.sqrt(along * Math.abs(across));
  return (
    <g
      className={mark.visible ? 'print' : 'print behind'}
      transform={`translate(${mark.x} ${mark.y}) rotate(${mark.degrees}) scale(${across} ${along}) translate(${-x} ${-y})`}
      onClick={mark.point && onPoint ? () => onPoint(mark.point!) : undefined}
    >
      <title>{mark.name ?? String(mark.station)}</title>
      <path className="whole" d={shape.whole} strokeWidth={pen} />
      <path className="press" d={shape.press} />
    </g>
  );
}
