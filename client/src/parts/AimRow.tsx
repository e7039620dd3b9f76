import { useTranslation } from 'react-i18next';
import { known } from '../api/named';
import type { Vocabulary, WantedAim } from '../api/types';
import { Choice } from '../ui/fields';

/** Nothing said yet: where is to be chosen, never assumed. */
export const noAim: WantedAim = { region: '', side: null, quality: null, for: null };

interface Props {
  index: number;
  aim: WantedAim;
  words: Vocabulary;
  onChange: (aim: WantedAim) => void;
  onRemove?: () => void;
}

/** One thing the session is for, as the client says it: where, which side, how it is, what is wanted. */
export function AimRow({ index, aim, words, onChange, onRemove }: Props) {
  const { t } = useTranslation();
  const usual = known(words.qualities, aim.quality)?.usualAim;
  const helps = known(words.aims, usual)?.name.toLowerCase();
  return (
    <fieldset className="aimrow">
      <Choice
        id={`aim-region-${index}`}
        label={t('compose.region')}
        value={aim.region}
        none={t('compose.choosePlace')}
        required
        options={[...words.regions].sort((a, b) => a.name.localeCompare(b.name))}
        onChoose={(region) => onChange({ ...aim, region })}
      />
      <Choice
        id={`aim-side-${index}`}
        label={t('compose.side')}
        value={aim.side ?? ''}
        none={t('compose.bothSides')}
        options={(['left', 'right'] as const).map((s) => ({ id: s, name: t(`side.${s}`) }))}
        onChoose={(side) => onChange({ ...aim, side: (side || null) as WantedAim['side'] })}
      />
      <Choice
        id={`aim-quality-${index}`}
        label={t('compose.quality')}
        value={aim.quality ?? ''}
        none={t('compose.anyQuality')}
        options={words.qualities}
        onChoose={(quality) => onChange({ ...aim, quality: quality || null })}
      />
      <Choice
        id={`aim-for-${index}`}
        label={t('compose.aim')}
        value={aim.for ?? ''}
        none={helps ? `${t('compose.usualAim')}: ${helps}` : t('compose.usualAim')}
        options={words.aims}
        onChoose={(aimed) => onChange({ ...aim, for: aimed || null })}
      />
      {onRemove && (
        <button type="button" className="tool" aria-label={t('compose.remove')} onClick={onRemove}>
          ×
        </button>
      )}
    </fieldset>
  );
}
