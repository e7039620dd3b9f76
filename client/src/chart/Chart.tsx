import { useId, useMemo, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Problem } from '../api/http';
import type { ChartView, FigureView, SpotShape } from '../api/types';
import { Figure } from './Figure';
import { layLabels } from './labels';
import { pageOf } from './page';
import { Rests } from './Rests';
import { useChart, type ChartWanted } from './useChart';
import { Zoom, useZoom } from './Zoom';

interface Props extends Look {
  wanted: ChartWanted;
}

/** How a chart is looked at. */
interface Look {
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
  /** Drawn over lines and areas, under points and names; told how many millimetres of the page a pixel takes. */
  over?: (unit: number) => ReactNode;
  /** A spot the chart looks at closely instead of showing all of the body. */
  closeOn?: string;
  onSpot?: (id: string, side: number) => void;
  onArea?: (id: string, side: number) => void;
  /** Where on the figure's page it was touched, in mm from its upper left corner. */
  onTouch?: (x: number, y: number) => void;
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

/** The body with its layers, once the server has laid them out. */
export function Chart({ wanted, ...look }: Props) {
  const { data, isError, error } = useChart(wanted);
  return (
    <Drawn isError={isError} error={error} data={data}>
      {(d) => <ChartPicture {...look} data={d} />}
    </Drawn>
  );
}

/** What is shown of something that is drawn elsewhere: it, that it is on its way, or why it is not there. */
export function Drawn<T>({
  data,
  isError,
  error,
  children,
}: {
  data: T | null;
  isError: boolean;
  error: Error | null;
  children: (data: T) => ReactNode;
}) {
  const { t } = useTranslation();
  if (isError) return <p className="soft">{(error instanceof Problem && error.message) || t('shell.unreachable')}</p>;
  return data ? children(data) : <div className="chart loading">{t('chart.drawing')}</div>;
}

/** The body with its layers: areas in the wash, lines over it, spots and labels on top. */
export function ChartPicture({
  data,
  box,
  lit = [],
  leftOut = [],
  wash,
  label,
  zooming,
  over,
  closeOn,
  onSpot,
  onArea,
  onTouch,
}: Look & { data: { chart: ChartView; figure: FigureView } }) {
  const { t } = useTranslation();
  const id = useId();
  const { width } = data.figure;
  const page = pageOf(data.figure, data.chart.rests);
  const zoom = useZoom(page);
  const near = closeOn ? data.chart.layers.spots.find((s) => s.id === closeOn && s.visible) : undefined;
  const scale = near ? closely : zoom.scale;
  const unit = Math.max(page.width / box.width, page.height / box.height) / scale;
  const labels = useMemo(() => {
    const spots = data.chart.layers.spots.filter((s) => s.visible);
    const few = spots.length * 8 < 400 / Math.max(1, 400 / box.height) || scale > 2;
    return layLabels(
      spots
        .filter((s) => (few || lit.includes(s.id)) && !(near && s.kind === 'landmark'))
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
        className={`chart tone-${data.chart.skin}`}
        viewBox={near ? around(near, box, unit) : zoom.viewBox}
        role="group"
        aria-label={label}
        preserveAspectRatio="xMidYMid meet"
        {...(zooming ? zoom.handlers : {})}
        onClick={
          onTouch &&
          ((e) => {
            if (zoom.dragged()) return;
            const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(
              e.currentTarget.getScreenCTM()!.inverse(),
            );
            onTouch(x, y);
          })
        }
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
        <Rests shapes={data.chart.rests} />
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
              {over?.(unit)}
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
                .filter((s) => s.visible)
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
                filter={!out && a.kind === 'region' && (wash || among(lit, a)) ? `url(#${id}g)` : undefined}
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
