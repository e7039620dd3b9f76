import { useTranslation } from 'react-i18next';
import type { PressureFrame, PressureView } from '../../api/types';
import { kilos } from '../../parts/kilos';
import { Level } from '../../parts/Level';

/** The press in figures: kilograms, kilopascals, level, and whether that is as it should be. */
export function PressNumbers({ view, frame }: { view: PressureView; frame: PressureFrame }) {
  const { t } = useTranslation();
  const weight = view.kind === 'pull' ? kilos(frame.pull ?? 0) : frame.kilograms;
  const verdict = !frame.feasible
    ? t('press.cannot')
    : frame.aboveCap
      ? t('press.aboveCap', { cap: view.capLevel })
      : frame.level == null || frame.level === view.goal
        ? t(view.goal === view.planned ? 'press.planned' : 'press.otherLevel', { planned: view.planned })
        : t('press.otherLevel', { planned: view.goal });
  const good = frame.feasible && !frame.aboveCap && (frame.level == null || frame.level === view.goal);
  return (
    <div className="pressnumbers">
      <p className="big">
        <b>{weight.toFixed(weight < 10 ? 1 : 0)}</b> {t('press.kg')}
        <small>
          {view.kind === 'pull'
            ? t('press.pull')
            : view.spots > 1
              ? `${view.contact}, ${t('press.each', { kg: (weight / view.spots).toFixed(1) })}`
              : view.contact}
        </small>
      </p>
      {frame.kPa != null && (
        <p className="big">
          <b>{frame.kPa.toFixed(frame.kPa < 10 ? 1 : 0)}</b> {t('press.kPa')}
          <small>{view.areaCm2} cm²</small>
        </p>
      )}
      <p className={good ? 'verdict good' : 'verdict'} role="status">
        {frame.level != null && <Level level={frame.level} />}
        <span>
          {frame.level != null && frame.feasible && `${t('level', { level: frame.level })}, `}
          {verdict}
        </span>
      </p>
    </div>
  );
}
