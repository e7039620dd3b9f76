import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { LevelReach, VisitView } from '../../api/types';
import { Level } from '../../parts/Level';
import { CommandCap } from '../../shell/KeyCap';
import { useLevelPress } from '../press/useLevelPress';
import { levelAt, reached, type Anchor, type Moment } from './moment';

export type LevelChange = (by: 'deeper' | 'lighter', reach: LevelReach) => void;

const reaches: LevelReach[] = ['place', 'step', 'both-sides', 'rest'];

/** One level lighter or deeper, as far as is let, for as much of what is to come as is meant. */
export function LevelKeys({
  moment,
  visit,
  anchor,
  onLevel,
}: {
  moment: Moment;
  visit: VisitView;
  anchor: Anchor;
  onLevel: LevelChange;
}) {
  const { t } = useTranslation();
  const [reach, setReach] = useState<LevelReach>('step');
  const { step } = moment;
  const level = levelAt(anchor, step, step.presses[moment.press - 1]?.station);
  const press = useLevelPress(visit, step.id, level);
  // As far as it can be meant here: a step with one place, or without another side, has no choice of it.
  const meant = reaches.filter(
    (r) => r === 'step' || (r === 'place' ? step.stations > 1 : reached(visit.expansion, step, r).length > 1),
  );
  const chosen = meant.includes(reach) ? reach : 'step';
  const deepest = level >= (step.deepest ?? level);
  const why = press?.capBy.length && press.capLevel != null && level >= press.capLevel ? press.capBy.join('; ') : '';
  return (
    <div className="levelkeys">
      <p className="lvl">
        {t('level', { level })} <Level level={level} />
        {level !== step.level && <em> {t(level < step.level ? 'give.lighter' : 'give.deeper')}</em>}
      </p>
      <button
        type="button"
        className="tool"
        aria-label={t('give.goLighter')}
        disabled={level <= 1}
        onClick={() => onLevel('lighter', chosen)}
      >
        − <CommandCap in="give" of="lighter" />
      </button>
      <button
        type="button"
        className="tool"
        aria-label={t('give.goDeeper')}
        disabled={deepest}
        onClick={() => onLevel('deeper', chosen)}
      >
        + <CommandCap in="give" of="deeper" />
      </button>
      {meant.length > 1 && (
        <button
          type="button"
          className="pill quiet"
          aria-label={t('give.reach.of', { reach: t(`give.reach.${chosen}`) })}
          onClick={() => setReach(meant[(meant.indexOf(chosen) + 1) % meant.length]!)}
        >
          {t(`give.reach.${chosen}`)}
        </button>
      )}
      {deepest && <span className="soft small">{why ? t('give.deepestBy', { why }) : t('give.deepest')}</span>}
    </div>
  );
}
