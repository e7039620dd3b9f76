import { useRef, useState, type PointerEvent, type WheelEvent } from 'react';
import { useTranslation } from 'react-i18next';
import type { Page } from './page';

const most = 8;

/** Where a chart is looked at: scale and centre, moved by wheel, drag and buttons. */
export function useZoom({ x: left, y: top, width, height }: Page) {
  const [at, setAt] = useState({ scale: 1, x: 0.5, y: 0.5 });
  const drag = useRef<{ x: number; y: number } | null>(null);
  const moved = useRef(false);
  const clamp = (v: number, half: number) => Math.min(1 - half, Math.max(half, v));
  const to = (scale: number, x: number, y: number) => {
    const s = Math.min(most, Math.max(1, scale));
    setAt({ scale: s, x: clamp(x, 0.5 / s), y: clamp(y, 0.5 / s) });
  };
  const w = width / at.scale;
  const h = height / at.scale;
  return {
    scale: at.scale,
    viewBox: `${left + at.x * width - w / 2} ${top + at.y * height - h / 2} ${w} ${h}`,
    closer: () => to(at.scale * 1.5, at.x, at.y),
    away: () => to(at.scale / 1.5, at.x, at.y),
    whole: () => to(1, 0.5, 0.5),
    /** Whether the picture was moved since it was last pressed: then letting go is no touch. */
    dragged: () => moved.current,
    handlers: {
      onWheel: (e: WheelEvent) => to(at.scale * (e.deltaY < 0 ? 1.15 : 1 / 1.15), at.x, at.y),
      onPointerDown: (e: PointerEvent) => {
        drag.current = { x: e.clientX, y: e.clientY };
        moved.current = false;
      },
      onPointerMove: (e: PointerEvent<SVGSVGElement>) => {
        if (!drag.current || at.scale === 1) return;
        const box = e.currentTarget.getBoundingClientRect();
        const per = Math.max(w / box.width, h / box.height);
        const [dx, dy] = [(e.clientX - drag.current.x) * per, (e.clientY - drag.current.y) * per];
        drag.current = { x: e.clientX, y: e.clientY };
        moved.current ||= Math.hypot(dx, dy) > per;
        to(at.scale, at.x - dx / width, at.y - dy / height);
      },
      onPointerUp: () => (drag.current = null),
      onPointerLeave: () => (drag.current = null),
    },
  };
}

/** Closer, away, whole: for those without a wheel. */
export function Zoom({ zoom }: { zoom: ReturnType<typeof useZoom> }) {
  const { t } = useTranslation();
  return (
    <div className="chartzoom">
      <button
        type="button"
        className="tool"
        onClick={zoom.closer}
        aria-label={t('chart.closer')}
        title={t('chart.closer')}
      >
        +
      </button>
      <button
        type="button"
        className="tool"
        onClick={zoom.away}
        disabled={zoom.scale === 1}
        aria-label={t('chart.away')}
        title={t('chart.away')}
      >
        −
      </button>
      {zoom.scale > 1 && (
        <button
          type="button"
          className="tool"
          onClick={zoom.whole}
          aria-label={t('chart.whole')}
          title={t('chart.whole')}
        >
          ○
        </button>
      )}
    </div>
  );
}
