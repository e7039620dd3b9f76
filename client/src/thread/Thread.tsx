import { memo, useEffect, useMemo, useRef, useState, useSyncExternalStore, type RefObject } from 'react';
import { useTranslation } from 'react-i18next';
import type { Expansion, Plan, Seam, StepDeparture, Vocabulary } from '../api/types';
import { blockName } from '../parts/blockName';
import { minSec } from '../parts/spoken';
import { Beads, Knot } from './Beads';
import { Departed } from './Departed';
import { layOut, MIDDLE, turns, type Layout, type Run } from './layout';

interface Props {
  plan: Plan;
  expansion: Expansion;
  words: Vocabulary;
  selected?: string | null;
  flagged?: Set<string>;
  onSelect?: (stepId: string) => void;
  /** Tells where in the plan a running session is, as it goes on. */
  clock?: ThreadClock;
  /** Steps that are not as their flow has them, and those left out of it. */
  departed?: StepDeparture[];
  /** Where the plan was changed on the way. */
  seams?: Seam[];
  breathsPerMinute: number;
  /** Seconds the width stands for; the plan's own when not said. */
  scale?: number;
}

/** A running session for the thread: when it moved, and where it is, in seconds from the plan's start. */
export interface ThreadClock {
  subscribe: (listener: () => void) => () => void;
  cursor: () => number;
}

const ZOOMS = [1, 1.6, 2.5, 4, 6.5, 10];

/** The session as beads along time: order, repetition, balance and length at a glance. */
export const Thread = memo(function Thread(props: Props) {
  const { plan, expansion, words, selected, flagged, onSelect, clock, departed, seams, breathsPerMinute, scale } =
    props;
  const { t } = useTranslation();
  const run = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(1184);
  const [zoom, setZoom] = useState(0);
  useEffect(() => {
    const box = run.current!;
    const watch = new ResizeObserver(() => setRoom(Math.max(320, box.clientWidth - 96)));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const layout = useMemo(
    () => layOut(expansion, words, room, ZOOMS[zoom]!, (s) => blockName(plan, s, t), scale),
    [plan, expansion, words, room, zoom, t, scale],
  );
  const picked = layout.runs.find((r) => r.step.id === selected);
  const running = !!clock;
  useEffect(() => {
    if (!running && picked && zoom > 0) follow(run.current!, picked.x0);
  }, [running, picked, zoom]);
  const zoomBy = (by: number) => setZoom((z) => Math.min(ZOOMS.length - 1, Math.max(0, z + by)));
  return (
    <section className="thread" aria-label={t('thread.title')}>
      <div className="zoom noprint">
        <button
          type="button"
          className="tool"
          onClick={() => zoomBy(-1)}
          disabled={zoom === 0}
          aria-label={t('thread.out')}
        >
          −
        </button>
        <button
          type="button"
          className="tool"
          onClick={() => zoomBy(1)}
          disabled={zoom === ZOOMS.length - 1}
          aria-label={t('thread.in')}
        >
          +
        </button>
      </div>
      <div
        className="run"
        ref={run}
        tabIndex={0}
        role="group"
        aria-label={t('thread.summary', {
          steps: expansion.steps.length,
          presses: expansion.totals.presses,
          time: minSec(expansion.totalSeconds),
        })}
        onWheel={(e) => e.ctrlKey && zoomBy(e.deltaY < 0 ? 1 : -1)}
      >
        <svg width={layout.width} height={134} role="presentation">
          {picked && (
            <rect
              className="picked"
              x={picked.x0 - 3}
              y={picked.y - 19}
              width={picked.x1 - picked.x0 + 6}
              height={38}
              rx={9}
            />
          )}
          <path className="breath" d={breath(layout.width, (layout.xOf(60) - layout.xOf(0)) / breathsPerMinute)} />
          {layout.strands.map((d) => (
            <path key={d} className="strand" d={d} />
          ))}
          {layout.labels.map((l) => (
            <text key={l.x} className="label" x={l.x} y={16}>
              {l.text}
            </text>
          ))}
          {layout.minutes.map((m) => (
            <text key={m.x} className="tick" x={m.x} y={131}>
              {m.text}
            </text>
          ))}
          <Runs layout={layout} selected={selected} flagged={flagged} clock={clock} onSelect={onSelect} />
          {departed && <Departed layout={layout} departed={departed} />}
          {seams?.map((x) => (
            <path key={x.id} className="seam" d={`M${layout.xOf(x.atSeconds)} ${MIDDLE - 40}V${MIDDLE + 38}`}>
              <title>{x.saying}</title>
            </path>
          ))}
          {clock && <NowLine layout={layout} clock={clock} box={run} zoomed={zoom > 0} />}
        </svg>
      </div>
    </section>
  );
});

function follow(box: HTMLDivElement, x: number) {
  if (x < box.scrollLeft + 60 || x > box.scrollLeft + box.clientWidth - 200) box.scrollLeft = x - box.clientWidth / 3;
}

interface RunsProps {
  layout: Layout;
  selected?: string | null;
  flagged?: Set<string>;
  clock?: ThreadClock;
  onSelect?: (stepId: string) => void;
}

const still = () => () => {};

/** All steps. While a session runs, only the step it is in is drawn anew, and only when a bead is done. */
function Runs({ layout, selected, flagged, clock, onSelect }: RunsProps) {
  const done = useSyncExternalStore(clock?.subscribe ?? still, () => (clock ? beadAt(layout, clock.cursor()) : ''));
  const [at, beads] = done === '' ? [-1, 0] : done.split(':').map(Number);
  return layout.runs.map((r, i) => (
    <OneRun
      key={r.step.id}
      run={r}
      look={r.step.id === selected ? 'sel' : flagged?.has(r.step.id) ? 'flag' : ''}
      done={i < at! ? Infinity : i === at ? beads! : 0}
      onSelect={onSelect}
    />
  ));
}

/** Which step is worked, and how many of its beads are done. */
function beadAt(layout: Layout, cursor: number) {
  const x = layout.xOf(cursor);
  let at = 0;
  while (at + 1 < layout.runs.length && layout.runs[at + 1]!.x0 <= x) at++;
  return `${at}:${layout.runs[at]?.beads.filter((b) => b.x < x).length ?? 0}`;
}

const OneRun = memo(function OneRun({
  run: r,
  look,
  done,
  onSelect,
}: {
  run: Run;
  look: string;
  done: number;
  onSelect?: (stepId: string) => void;
}) {
  return (
    <g>
      {r.rest && <path className="strand rest" d={`M${r.rest[0]} ${r.y}H${r.rest[1]}`} />}
      {r.knot !== null && <Knot x={r.knot} y={r.y} big={turns(r.step)} />}
      <Beads run={r} look={look} done={done} />
      <rect
        className="hit"
        x={r.x0}
        y={r.y - 19}
        width={Math.max(4, r.x1 - r.x0)}
        height={38}
        onClick={() => onSelect?.(r.step.id)}
      >
        <title>{`${r.step.name} · ${minSec(r.step.seconds)}`}</title>
      </rect>
    </g>
  );
});

interface NowProps {
  layout: Layout;
  clock: ThreadClock;
  box: RefObject<HTMLDivElement | null>;
  zoomed: boolean;
}

/** The present moment on the thread; followed when zoomed in. */
function NowLine({ layout, clock, box, zoomed }: NowProps) {
  const x = useSyncExternalStore(clock.subscribe, () => Math.round(layout.xOf(clock.cursor()) * 2) / 2);
  useEffect(() => {
    if (zoomed && box.current) follow(box.current, x);
  }, [x, zoomed, box]);
  return <path className="now" d={`M${x} ${MIDDLE - 44}V${MIDDLE + 42}`} />;
}

/** A faint wave below: the client's breath, drawn true once there is room for it. */
function breath(width: number, period: number) {
  const shown = period >= 9 ? period : 40;
  let d = `M0 112`;
  for (let x = 0; x < width; x += shown) d += `q${shown / 4} -7 ${shown / 2} 0t${shown / 2} 0`;
  return d;
}
