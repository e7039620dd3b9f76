import { useTranslation } from 'react-i18next';
import { known } from '../../api/named';
import type { VisitView, Vocabulary } from '../../api/types';
import { drawingOf, StepChart } from '../../chart/StepChart';
import { LevelScale } from '../press/LevelScale';
import { PressNumbers } from '../press/PressNumbers';
import { PressScene } from '../press/PressScene';
import { useLevelPress } from '../press/useLevelPress';
import type { Moment } from './moment';

/** Height of the picture, and the widths of its parts, in pixels: of the client alone, beside the weight, and of the weight. */
const HIGH = 250;
const ALONE = 580;
const BESIDE = 320;
const WEIGHT = 260;

/**
 * Client and practitioner as they are in this step, in one picture: where it goes and what is not pressed from above, how the weight
 * comes to it from the side, and what that comes to at the level in force.
 */
export function OnePicture({
  moment,
  visit,
  words,
  level,
  onPoint,
}: {
  moment: Moment;
  visit: VisitView;
  words: Vocabulary;
  level: number;
  onPoint: (point: string | null) => void;
}) {
  const { t } = useTranslation();
  const { step } = moment;
  const view = useLevelPress(visit, step.id, level);
  const weighs = view?.now && view.scene ? view : undefined;
  return (
    <figure className={weighs ? 'onepicture weighs' : 'onepicture'} aria-label={t('give.picture')}>
      <div className="gchart">
        <StepChart
          on={drawingOf(visit)}
          step={known(visit.plan.steps, step.id)!}
          words={words}
          box={{ width: weighs ? BESIDE : ALONE, height: HIGH }}
          now={step.presses[moment.press - 1]?.station}
          next={step.presses[moment.press]?.station}
          onPoint={onPoint}
        />
      </div>
      {weighs && <PressScene view={weighs} frame={weighs.now!} width={WEIGHT} height={HIGH} />}
      {weighs && (
        <figcaption>
          <PressNumbers view={weighs} frame={weighs.now!} />
          {weighs.levels && <LevelScale view={weighs} frame={weighs.now!} />}
        </figcaption>
      )}
    </figure>
  );
}
