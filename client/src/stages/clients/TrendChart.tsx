import { Axis } from '@visx/axis';
import { scaleLinear, scaleTime } from '@visx/scale';
import { useDeferredValue, useState, type PointerEvent } from 'react';
import { useTranslation } from 'react-i18next';
import type { Measure, Trend, TrendShown } from '../../api/types';
import { familiesOf, saidPair, saidValue, shownValue, type Family } from '../../parts/measures/families';
import { day, month, shortDay, sourceLine } from '../../parts/spoken';
import { APART, TrendMarks } from './TrendMarks';

const WIDE = 400;
const HIGH = 150;
const ROOM = { left: 40, right: 22, top: 10, bottom: 26 };
/** Scales said in words need more. */
const ROOM_FOR_WORDS = 112;
const DAY_MS = 86_400_000;
/** A longer line is told by months with their years: a day of a month would come twice. */
const LONG_MS = 300 * DAY_MS;
/** Of a day, so many visits are told where it is pointed at. */
const OF_A_DAY = 3;
/** So many visits can each be named under the chart. */
const NAMED = 8;

/** Every measure over the visits. They are drawn after the rest of the page: over many years there is much to draw. */
export function Trends({ trends }: { trends: TrendShown[] }) {
  const { t } = useTranslation();
  // What was measured at a cancelled visit alone has no line.
  const drawn = useDeferredValue(trends, []).filter((x) => x.trend.points.length > 0);
  return (
    drawn.length > 0 && (
      <section className="trends" aria-label={t('history.trends')}>
        {familiesOf(drawn.map((x) => x.measure)).map((f) => (
          <TrendChart key={f.id} family={f} trends={f.sides.map((m) => drawn.find((x) => x.measure.id === m.id)!)} />
        ))}
      </section>
    )
  );
}

/**
 * A measure over the visits on a true line of time: before and after of each visit as a stroke, both sides in one picture, and the band
 * within which nothing counts as a change from the first value.
 */
export function TrendChart({ family, trends }: { family: Family; trends: TrendShown[] }) {
  const { t } = useTranslation();
  /** The day of the visit that is pointed at. */
  const [pointed, setPointed] = useState<string>();
  const first = trends[0]!.measure;
  const points = trends.flatMap((x) => x.trend.points);
  const left = first.words ? ROOM_FOR_WORDS : ROOM.left;
  const days = [...new Set(points.map((p) => p.date))].sort();
  const at = (date: string) => new Date(`${date}T00:00:00`).getTime();
  const [from, to] = [at(days[0]!), at(days.at(-1)!)];
  const once = from === to;
  const plans = new Set(points.map((p) => p.plan));
  const x = scaleTime({
    domain: once ? [from - DAY_MS, to + DAY_MS] : [from, to],
    range: [left + APART * 2, WIDE - ROOM.right - APART],
  });
  const values = points.flatMap((p) => [p.before, p.after]).filter((v): v is number => v != null);
  const y = scaleLinear({ domain: spread(first, values), range: [HIGH - ROOM.bottom, ROOM.top] });
  const visit = (measure: Measure, p: Trend['points'][number]) =>
    `${shown(measure, p.before)} → ${shown(measure, p.after)}`;
  const point = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const here = ((e.clientX - box.left) / box.width) * WIDE;
    const off = (d: string) => Math.abs(x(at(d)) - here);
    setPointed(days.reduce((best, d) => (off(d) < off(best) ? d : best)));
  };
  const said = trends
    .map(({ measure, trend }) =>
      [measure.name, ...trend.points.map((p) => `${day(p.date)}: ${visit(measure, p)}`)].join('; '),
    )
    .join('. ');
  return (
    <figure className="trend">
      <figcaption>
        <b className="serif">{family.name}</b>
        {trends.map(({ measure, trend }, i) => (
          <Overall key={measure.id} measure={measure} trend={trend} second={i > 0} />
        ))}
      </figcaption>
      <svg
        width={WIDE}
        height={HIGH}
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        role="img"
        aria-label={said}
        onPointerDown={point}
        onPointerMove={point}
        // What was touched stays told.
        onPointerLeave={(e) => e.pointerType !== 'touch' && setPointed(undefined)}
      >
        {trends.length === 1 && !once && <Band trend={trends[0]!.trend} x={[left, WIDE - ROOM.right]} y={y} />}
        <Axis
          orientation="left"
          left={left}
          scale={y}
          numTicks={4}
          tickFormat={(v) => first.words?.[Number(v)] ?? String(shownValue(first, Number(v)))}
          tickLabelProps={{ className: 'axis', fontFamily: 'inherit', dx: -2, dy: 3, textAnchor: 'end' }}
          axisLineClassName="grid"
          tickClassName="grid"
          tickLength={4}
        />
        <Axis
          orientation="bottom"
          top={HIGH - ROOM.bottom}
          scale={x}
          tickValues={few(days).map((d) => new Date(at(d)))}
          tickFormat={(v) => (to - from > LONG_MS ? month : shortDay)(days.find((d) => at(d) === Number(v))!)}
          tickLabelProps={(_, i, all) => ({
            className: 'axis',
            fontFamily: 'inherit',
            textAnchor: all.length === 1 ? 'middle' : i === 0 ? 'start' : i === all.length - 1 ? 'end' : 'middle',
          })}
          axisLineClassName="grid"
          tickClassName="grid"
          tickLength={4}
        />
        {trends.map(({ measure, trend }, i) => (
          <TrendMarks
            key={measure.id}
            points={trend.points}
            second={i > 0}
            x={(date) => x(at(date))}
            y={y}
            room={(WIDE - ROOM.right - left) / days.length}
          />
        ))}
      </svg>
      {trends.every((x) => x.trend.points.length < 2) && <p className="soft small">{t('history.once')}</p>}
      {plans.size === 1 && days.length > 1 && (
        <p className="soft small">{t('history.eachTime', { plan: [...plans][0] })}</p>
      )}
      {plans.size > 1 && days.length <= NAMED && (
        <ol className="givenat soft small">
          {days.map((d) => (
            <li key={d}>
              {day(d)} {points.find((p) => p.date === d)!.plan}
            </li>
          ))}
        </ol>
      )}
      <p className="soft small">
        {pointed
          ? [
              day(pointed),
              points.find((p) => p.date === pointed)!.plan,
              ...trends.flatMap(({ measure, trend }) =>
                trend.points
                  .filter((p) => p.date === pointed)
                  .slice(-OF_A_DAY)
                  .map((p) => [measure.side && t(`side.${measure.side}`), visit(measure, p)].filter(Boolean).join(' ')),
              ),
            ].join(' · ')
          : t('reflect.counts', {
              by: shownValue(first, trends[0]!.trend.overall.threshold),
              source: sourceLine(first.source),
            })}
      </p>
    </figure>
  );
}

const shown = (m: Measure, value: number | null | undefined) => (value == null ? '–' : shownValue(m, value));

function Overall({ measure, trend: { overall }, second }: TrendShown & { second: boolean }) {
  const { t } = useTranslation();
  const { before, after } = overall;
  return (
    <span className={`${overall.verdict} ${second ? 'second' : ''}`}>
      {measure.side && `${t(`side.${measure.side}`)} `}
      {before != null && after != null
        ? `${saidPair(measure, before, after)} · ${t(`verdict.${overall.verdict}`)}`
        : before != null && saidValue(measure, before)}
    </span>
  );
}

/** Within it, nothing counts as a change from the first value. */
function Band({ trend, x, y }: { trend: Trend; x: [number, number]; y: (v: number) => number }) {
  const { before, threshold } = trend.overall;
  if (before == null) return null;
  const [low, high] = [y(before - threshold), y(before + threshold)];
  return <rect className="noband" x={x[0]} width={x[1] - x[0]} y={high} height={low - high} />;
}

/** As much of the measure as its values need, with room for a change that counts; a short scale whole. */
function spread(m: Measure, values: number[]): [number, number] {
  if (m.kind === 'rating' || m.kind === 'scale') return [m.min, m.max];
  const room = m.points * 2;
  return [Math.max(m.min, Math.min(...values) - room), Math.min(m.max, Math.max(...values) + room)];
}

/** First, last and what fits between. */
function few(days: string[]) {
  const most = 5;
  if (days.length <= most) return days;
  return Array.from({ length: most }, (_, i) => days[Math.round((i * (days.length - 1)) / (most - 1))]!);
}
