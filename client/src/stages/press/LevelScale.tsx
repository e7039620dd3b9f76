import { useTranslation } from 'react-i18next';
import type { PressureFrame, PressureView } from '../../api/types';

/** The levels as stretches of pressure: where this press lies, what was planned, and where the cap shuts. */
export function LevelScale({ view, frame }: { view: PressureView; frame: PressureFrame }) {
  const { t } = useTranslation();
  const limits = view.levels!.upToKPa;
  return (
    <div
      className="levelscale"
      role="img"
      aria-label={`${frame.kPa} ${t('press.kPa')}, ${t('level', { level: frame.level })}`}
    >
      {[1, 2, 3, 4, 5].map((n) => (
        <span key={n} className={`band level-${n}${n === view.goal ? ' goal' : ''}`}>
          <b>{n}</b>
          {n < 5 && <small>{limits[n - 1]}</small>}
        </span>
      ))}
      {view.capOnScale != null && <i className="cap" style={{ insetInlineStart: `${view.capOnScale}%` }} />}
      {frame.onScale != null && (
        <i className={frame.aboveCap ? 'here over' : 'here'} style={{ insetInlineStart: `${frame.onScale}%` }} />
      )}
    </div>
  );
}
