import { useTranslation } from 'react-i18next';
import type { PressFrame, PressView } from '../../api/types';

/** The levels as stretches of pressure: where this press lies, what was planned, and where the cap shuts. */
export function LevelScale({ view, frame }: { view: PressView; frame: PressFrame }) {
  const { t } = useTranslation();
  const limits = view.levels!.upToKPa;
  // Each level gets the same room: the bands grow so fast that true lengths would hide the light ones.
  const at = (kPa: number) => {
    const i = limits.findIndex((l) => kPa <= l);
    if (i < 0) return 80 + Math.min(1, (kPa - limits[3]!) / limits[3]!) * 20;
    const from = i === 0 ? 0 : limits[i - 1]!;
    return i * 20 + ((kPa - from) / (limits[i]! - from)) * 20;
  };
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
      {view.capKPa != null && <i className="cap" style={{ insetInlineStart: `${at(view.capKPa)}%` }} />}
      {frame.kPa != null && (
        <i className={frame.aboveCap ? 'here over' : 'here'} style={{ insetInlineStart: `${at(frame.kPa)}%` }} />
      )}
    </div>
  );
}
