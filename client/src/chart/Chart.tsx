import { useId, useMemo } from 'react';
import { useTranslation } from 'react-i18next';
import { Problem } from '../api/http';
import type { SpotShape } from '../api/types';
import { Figure } from './Figure';
import { layLabels } from './labels';
import { useChart, type ChartWanted } from './useChart';
import { Zoom, useZoom } from './Zoom';

interface Props {
  wanted: ChartWanted;
  /** Pixels the chart gets, to keep spots and letters the same size on screen at any scale. */
  box: { width: number; height: number };
  /** Ids of points, regions or areas that are lit; of regions also by id and side (1 left, -1 right). */
  lit?: string[];
  /** How warm regions are, 0 to 1, by id, or by id and side (1 left, -1 right): the dose as a wash. */
  wash?: Record<string, number>;
  /** Ids of regions that are left out today, also by id and side: hatched. */
  leftOut?: string[];
  label: string;
  zooming?: boolean;
  /** Shape of the marks where the hands go, as on the thread: round for palms, ring for thumbs, square for feet. */
  mark?: 'round' | 'ring' | 'square';
  /** A spot the chart looks at closely instead of showing all of the body. */
  closeOn?: string;
  onSpot?: (id: string, side: number) => void;
  onArea?: (id: string, side: number) => void;
}

const closely = 3.4;

/** The piece of the page round a spot that fills the box. */
const around = (s: SpotShape, box: Props['box'], unit: number) => {
  const [w, h] = [box.width * unit, box.height * unit];
  return `${s.x - w / 2} ${s.y - h / 2} ${w} ${h}`;
};

const among = (list: string[], shape: { id: string; side: number }) =>
  list.includes(shape.id) || list.includes(`${shape.id}/${shape.side}`);

const spotWord = (s: SpotShape) => `${s.label} ${s.title}`;

/** The body with its layers: areas in the wash, lines over it, spots and labels on top. */
export function Chart({
  wanted,
  box,
  lit = [],
  leftOut = [],
  wash,
  label,
  zooming,
  mark = 'round',
  closeOn,
  onSpot,
  onArea,
}: Props) {
  const { t } = useTranslation();
  const id = useId();
  const { data, isError, error } = useChart(wanted);
  const width = data?.figure.width ?? 1;
  const height = data?.figure.height ?? 1;
  const zoom = useZoom(width, height);
  const near = closeOn ? data?.chart.layers.spots.find((s) => s.id === closeOn && s.visible) : undefined;
  const scale = near ? closely : zoom.scale;
  const unit = Math.max(width / box.width, height / box.height) / scale;
  const labels = useMemo(() => {
    const spots = data?.chart.layers.spots.filter((s) => s.visible) ?? [];
    const few = spots.length * 8 < 400 / Math.max(1, 400 / box.height) || scale > 2;
    return layLabels(
      spots
        .filter((s) => s.kind !== 'station' && (few || lit.includes(s.id)) && !(near && s.kind === 'landmark'))
        .map((s) => ({
          id: `${s.id}/${s.side}`,
          text: s.label,
          x: s.x,
          y: s.y,
          must: lit.includes(s.id) && s.kind !== 'landmark',
        })),
      11.5 * unit,
      width,
    );
  }, [data, lit, unit, width, box.height, scale, near]);
  if (isError) return <p className="soft">{(error instanceof Problem && error.message) || t('shell.unreachable')}</p>;
  if (!data) return <div className="chart loading">{t('chart.drawing')}</div>;
  const { layers } = data.chart;
  const anyLit = lit.length > 0;
  const many = layers.spots.filter((s) => s.visible).length > 60 && scale < 2;
  const r = (many ? 2.3 : 4.6) * unit;
  const rim = (many ? 0.9 : 1.4) * unit;
  const dim = (shape: { id: string; side?: number }) =>
    anyLit && !among(lit, { side: 0, ...shape }) ? ' dim' : anyLit ? ' lit' : '';
  return (
    <figure className="chartbox">
      <svg
        className="chart"
        viewBox={near ? around(near, box, unit) : zoom.viewBox}
        role="group"
        aria-label={label}
        preserveAspectRatio="xMidYMid meet"
        {...(zooming ? zoom.handlers : {})}
      >
        <defs>
          <pattern
            id={`${id}h`}
            width={9 * unit}
            height={9 * unit}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect className="hatch" width={2.2 * unit} height={9 * unit} />
          </pattern>
          <filter id={`${id}g`} x="-20%" y="-20%" width="140%" height="140%">
            <feGaussianBlur stdDeviation={3.2 * unit} />
          </filter>
        </defs>
        <Figure
          figure={data.figure}
          scale={scale}
          over={
            <>
              {layers.lines.map((l, i) => (
                <g key={i} className={`line ${l.kind} on-${l.id}${dim(l)}`}>
                  {l.hidden && (
                    <path
                      className="behind"
                      d={l.hidden}
                      strokeWidth={1.1 * unit}
                      strokeDasharray={`${2 * unit} ${4 * unit}`}
                    />
                  )}
                  {l.seen && <path className="halo" d={l.seen} strokeWidth={4 * unit} />}
                  {l.seen && <path className="seen" d={l.seen} strokeWidth={1.7 * unit} />}
                </g>
              ))}
              {layers.areas
                .filter(
                  (a) =>
                    (a.kind === 'reflex' || a.kind === 'hara') && a.labelled && (lit.includes(a.id) || scale > 1.6),
                )
                .map((a) => (
                  <text
                    key={`${a.id}${a.side}`}
                    className="name"
                    x={a.x}
                    y={a.y - 9 * unit}
                    fontSize={11.5 * unit}
                    textAnchor="middle"
                    strokeWidth={3 * unit}
                  >
                    {a.name}
                  </text>
                ))}
              {layers.spots
                .filter((s) => s.kind === 'station')
                .map((s) => (
                  <Station key={`${s.id}${s.side}`} spot={s} unit={unit} mark={mark} now={lit.includes(s.id)} />
                ))}
              {layers.spots
                .filter((s) => s.visible && s.kind !== 'station')
                .map((s) => (
                  <g
                    key={`${s.kind}${s.id}${s.side}${s.x}${s.y}`}
                    className={`spot ${s.kind} ${s.access}${dim(s)}`}
                    onClick={onSpot && (() => onSpot(s.id, s.side))}
                  >
                    <title>{spotWord(s)}</title>
                    <circle className="hit" cx={s.x} cy={s.y} r={Math.max(r * 2.4, 7 * unit)} />
                    {lit.includes(s.id) && (
                      <circle className="ring" cx={s.x} cy={s.y} r={9.2 * unit} strokeWidth={1.4 * unit} />
                    )}
                    <circle
                      className="dot"
                      cx={s.x}
                      cy={s.y}
                      r={lit.includes(s.id) ? 4.6 * unit : s.kind === 'landmark' ? r * 0.7 : r}
                      strokeWidth={rim}
                    />
                  </g>
                ))}
              {labels.map((l) => (
                <text
                  key={l.id + l.x}
                  className={l.must ? 'name must' : 'name'}
                  x={l.tx}
                  y={l.ty}
                  fontSize={11.5 * unit}
                  textAnchor={l.anchor}
                  strokeWidth={3 * unit}
                >
                  {l.text}
                </text>
              ))}
            </>
          }
        >
          {layers.areas.map((a, i) => {
            const out = among(leftOut, a) || a.kind === 'no-pressure';
            return (
              <path
                key={i}
                d={a.path}
                className={`area ${a.kind} is-${a.kind === 'reflex' ? a.group : 'place'}${out ? ' out' : ''}${wash ? ' washed' : dim(a)}`}
                style={
                  out
                    ? { fill: `url(#${id}h)` }
                    : wash && { opacity: 0.12 + 0.75 * (wash[`${a.id}/${a.side}`] ?? wash[a.id] ?? 0) }
                }
                filter={!out && a.kind === 'region' && among(lit, a) ? `url(#${id}g)` : undefined}
                onClick={onArea && (() => onArea(a.id, a.side))}
              >
                <title>{a.group && a.kind !== 'reflex' ? `${a.name}: ${a.group}` : a.name}</title>
              </path>
            );
          })}
        </Figure>
      </svg>
      {zooming && <Zoom zoom={zoom} />}
      {!data.chart.own && data.chart.client && (
        <figcaption className="soft small">{t('chart.drawingOwn', { name: data.chart.client })}</figcaption>
      )}
    </figure>
  );
}

/** Where a hand or foot goes in its turn: the thread's bead, laid on the body. */
function Station({ spot, unit, mark, now }: { spot: SpotShape; unit: number; mark: string; now: boolean }) {
  const r = (now ? 6.5 : 4) * unit;
  const word = now ? 'station now' : 'station';
  return mark === 'square' ? (
    <rect
      className={word}
      x={spot.x - r}
      y={spot.y - r}
      width={2 * r}
      height={2 * r}
      rx={r * 0.45}
      strokeWidth={unit}
    />
  ) : (
    <circle
      className={mark === 'ring' ? `${word} ring` : word}
      cx={spot.x}
      cy={spot.y}
      r={r}
      strokeWidth={(mark === 'ring' ? 2 : 1) * unit}
    />
  );
}
