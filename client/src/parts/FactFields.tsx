import { useTranslation } from 'react-i18next';
import { plain } from '../api/named';
import type { FactDefinition, FactEntry } from '../api/types';
import { Choice, LeavingField } from '../ui/fields';

interface Props {
  /** What this fact asks for besides a yes. */
  asks: Pick<FactDefinition, 'sided' | 'regional' | 'details'>;
  entry: FactEntry;
  /** Places to choose from; none where nobody can say. */
  regions?: { id: string; name: string }[];
  set: (part: Partial<FactEntry>) => void;
}

/** The side, the place and the details of a fact: what a yes is asked for at once. */
export function FactFields({ asks, entry, regions = [], set }: Props) {
  const { t } = useTranslation();
  const id = (name: string) => `${entry.fact}-${entry.region ?? ''}-${name}`;
  const detail = (key: string, value: string) => set({ detail: { ...entry.detail, [key]: value } });
  const limbs = [
    { id: 'leg', name: t('arrive.wholeLeg') },
    { id: 'arm', name: t('arrive.wholeArm') },
  ];
  return (
    <>
      {asks.sided && (
        <Choice
          id={id('side')}
          label={t('arrive.side')}
          none={t('arrive.notSaid')}
          value={entry.side ?? ''}
          options={(['left', 'right', 'both'] as const).map((s) => ({ id: s, name: t(`side.${s}`) }))}
          onChoose={(side) => set({ side: (side || undefined) as FactEntry['side'] })}
        />
      )}
      {asks.regional && regions.length > 0 && (
        <Choice
          id={id('region')}
          label={t('arrive.region')}
          none={t('arrive.notSaid')}
          value={entry.region ?? ''}
          options={[...limbs, ...regions]}
          onChoose={(region) => set({ region: region || undefined })}
        />
      )}
      {asks.details.map((d) =>
        d.kind === 'choice' ? (
          <Choice
            key={d.key}
            id={id(d.key)}
            label={d.name}
            none={t('arrive.notSaid')}
            value={entry.detail?.[d.key] ?? ''}
            options={(d.choices ?? []).map((c) => ({ id: c, name: plain(c) }))}
            onChoose={(value) => detail(d.key, value)}
          />
        ) : (
          <LeavingField
            key={d.key}
            id={id(d.key)}
            label={d.name}
            type={d.kind as 'date' | 'number' | 'text'}
            value={entry.detail?.[d.key] ?? ''}
            onLeave={(value) => detail(d.key, value)}
          />
        ),
      )}
    </>
  );
}
