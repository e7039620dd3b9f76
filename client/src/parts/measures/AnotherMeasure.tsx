import { useTranslation } from 'react-i18next';
import { Choice } from '../../ui/fields';
import type { Family } from './families';

/** One more measure, of all there are. */
export function AnotherMeasure({ others, onChoose }: { others: Family[]; onChoose: (family: string) => void }) {
  const { t } = useTranslation();
  return (
    <Choice
      id="another-measure"
      label={t('measure.another')}
      value=""
      none={t('measure.choose')}
      options={others.map(({ id, name, sides }) => ({ id, name, group: t(`measure.kind.${sides[0]!.kind}`) }))}
      onChoose={(id) => id && onChoose(id)}
    />
  );
}
