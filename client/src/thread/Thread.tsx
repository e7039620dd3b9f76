import { useEffect, useMemo, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Expansion, Plan, Vocabulary } from '../api/types';
import { blockName } from '../parts/blockName';
import { minSec } from '../parts/spoken';
import { Beads, Knot } from './Beads';
import { layOut, MIDDLE } from './layout';

interface Props {
  plan: Plan;
  expansion: Expansion;
  words: Vocabulary;
  selected?: string | null;
  flagged?: Set<string>;
  onSelect?: (stepId: string) => void;
  /** Seconds into the plan, while a session runs. */
  now?: number;
  breathsPerMinute: number;
  /** Seconds the width stands for; the plan's own when not said. */
  scale?: number;
}

const ZOOMS = [1, 1.6, 2.5, 4, 6.5, 10];

/** The session as beads along time: order, repetition, balance and length at a glance. */
export function Thread({ plan, expansion, words, selected, flagged, onSelect, now, breathsPerMinute, scale }: Props) {
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
  const nowX = now === undefined ? undefined : layout.xOf(now);
  const follow = nowX ?? picked?.x0;
  useEffect(() => {
    const box = run.current!;
    if (follow === undefined || zoom === 0) return;
    if (follow < box.scrollLeft + 60 || follow > box.scrollLeft + box.clientWidth - 200)
      box.scrollLeft = follow - box.clientWidth / 3;
  }, [follow, zoom]);
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
          {layout.runs.map((r) => (
            <g key={r.step.id}>
              {r.rest && <path className="strand rest" d={`M${r.rest[0]} ${r.y}H${r.rest[1]}`} />}
              {r.knot !== null && <Knot x={r.knot} y={r.y} big={r.step.change === 'position'} />}
              <Beads
                run={r}
                look={r.step.id === selected ? 'sel' : flagged?.has(r.step.id) ? 'flag' : ''}
                doneX={nowX}
              />
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
          ))}
          {nowX !== undefined && <path className="now" d={`M${nowX} ${MIDDLE - 44}V${MIDDLE + 42}`} />}
        </svg>
      </div>
    </section>
  );
}

/** A faint wave below: the client's breath, drawn true once there is room for it. */
function breath(width: number, period: number) {
  const shown = period >= 9 ? period : 40;
  let d = `M0 112`;
  for (let x = 0; x < width; x += shown) d += `q${shown / 4} -7 ${shown / 2} 0t${shown / 2} 0`;
  return d;
}
