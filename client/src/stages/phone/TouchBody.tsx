import { useQuery } from '@tanstack/react-query';
import { useState, type MouseEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { FactEntry } from '../../api/types';
import { Figure } from '../../chart/Figure';

interface Props {
  entry: FactEntry;
  onPlace: (place: Pick<FactEntry, 'region' | 'side'>) => void;
}

/** A body to touch where it is: the place whose middle lies nearest is taken, and its name said. */
export function TouchBody({ entry, onPlace }: Props) {
  const { t } = useTranslation();
  const [view, setView] = useState<'front' | 'back'>('front');
  const body = useQuery({
    queryKey: keptAs.phoneBody(view),
    queryFn: () => ask(http.GET('/api/phone-body/{view}', { params: { path: { view } } })),
    staleTime: Infinity,
  });
  if (!body.data) return null;
  const { figure, spots } = body.data;
  const touch = (e: MouseEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    // The drawing is fitted into its box, in the middle.
    const scale = Math.min(box.width / figure.width, box.height / figure.height);
    const x = (e.clientX - box.left - (box.width - figure.width * scale) / 2) / scale;
    const y = (e.clientY - box.top - (box.height - figure.height * scale) / 2) / scale;
    const far = (s: { x: number; y: number }) => Math.hypot(s.x - x, s.y - y);
    const nearest = spots.reduce((best, s) => (far(s) < far(best) ? s : best));
    onPlace({ region: nearest.region, side: nearest.side > 0 ? 'left' : nearest.side < 0 ? 'right' : undefined });
  };
  const at = spots.filter(
    (s) =>
      s.region === entry.region &&
      (s.side === 0 || !entry.side || entry.side === 'both' || s.side > 0 === (entry.side === 'left')),
  );
  return (
    <div className="touchbody">
      <div className="options" role="group" aria-label={t('phone.bodyView')}>
        {(['front', 'back'] as const).map((v) => (
          <button
            key={v}
            type="button"
            className={v === view ? 'pill on' : 'pill'}
            aria-pressed={v === view}
            onClick={() => setView(v)}
          >
            {t(`view.${v}`)}
          </button>
        ))}
      </div>
      <svg
        className="chart"
        viewBox={`0 0 ${figure.width} ${figure.height}`}
        role="img"
        aria-label={t('phone.touch')}
        onClick={touch}
        data-testid="touch-body"
      >
        <Figure
          figure={figure}
          over={at.map((s) => (
            <circle key={`${s.region}${s.side}`} className="touched" cx={s.x} cy={s.y} r={figure.height / 45} />
          ))}
        />
      </svg>
      <p className="soft small">{t('phone.touch')}</p>
    </div>
  );
}
