import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { PressureFrame, PressureView, Setting, VisitView } from '../../api/types';

export type Way = PressureView['sliders'][number]['way'];

interface Tried {
  Lean?: number;
  Ahead?: number;
  Support?: number;
}

const names = { lean: 'Lean', ahead: 'Ahead', support: 'Support' } as const;

/** A step's press: as worked out, and as it is tried with the sliders. Every slider position is already worked out. */
export function usePress(visit: VisitView, step: string) {
  const [tried, setTried] = useState<Tried>({});
  const [moving, setMoving] = useState<{ way: Way; index: number } | null>(null);
  const query = useQuery({
    queryKey: keptAs.press(visit, step, tried),
    queryFn: async () => {
      const view = await ask(
        http.GET('/api/visits/{visitId}/press/{step}', { params: { path: { visitId: visit.id, step }, query: tried } }),
      );
      setMoving(null);
      return view;
    },
    placeholderData: keepPreviousData,
  });
  const view = query.data;
  const slider = moving && view?.sliders.find((s) => s.way === moving.way);
  const frame: PressureFrame | null | undefined = slider ? slider.frames[moving.index] : view?.now;
  return {
    view,
    error: query.error,
    frame,
    /** The value a slider shows. */
    value: (way: Way) => {
      const s = view!.sliders.find((x) => x.way === way)!;
      return moving?.way === way ? s.frames[moving.index]!.value : s.value;
    },
    move: (way: Way, value: number) => {
      const s = view!.sliders.find((x) => x.way === way)!;
      setMoving({ way, index: Math.min(s.frames.length - 1, Math.max(0, Math.round((value - s.least) / s.step))) });
    },
    /** The slider rests: the others are worked out from there. */
    rest: () => {
      if (slider && frame) setTried({ ...settled(view!), [names[slider.way]]: frame.value });
    },
    take: (setting: Setting) => {
      setMoving(null);
      setTried({ Lean: setting.lean, Ahead: setting.aheadCm, Support: setting.supportPercent });
    },
    forget: () => setTried({}),
    tried: Object.keys(tried).length > 0 || moving !== null,
    setting: (): Setting => {
      const s = view!.setting!;
      const at = (way: Way, otherwise: number) => (moving?.way === way && frame ? frame.value : otherwise);
      return {
        lean: at('lean', s.lean),
        aheadCm: at('ahead', s.aheadCm),
        supportPercent: at('support', s.supportPercent),
        sidewaysCm: s.sidewaysCm,
      };
    },
  };
}

const settled = (view: PressureView) => ({
  Lean: view.setting!.lean,
  Ahead: view.setting!.aheadCm,
  Support: view.setting!.supportPercent,
});
