import { useTranslation } from 'react-i18next';
import type { FromLandmark } from '../api/types';
import { theLandmark, sourceLine } from './spoken';
import { Fold } from '../ui/Fold';

/** One distance to go: centimetres first, then cun and the practitioner's own fingers; how it came about on demand. */
export function Distance({ from }: { from: FromLandmark }) {
  const { t } = useTranslation();
  if (from.way === 'level')
    return (
      <li>
        <b className="cm">{t('atlas.level')}</b>
        <span>
          {from.name} <i className="soft">{from.how}</i>
        </span>
      </li>
    );
  return (
    <li>
      <b className="cm">
        {from.cm.toFixed(1)} <small>cm</small>
      </b>
      <div>
        {from.way === 'outward' ? t('atlas.outward') : `${from.way} ${theLandmark(from.name)}`}
        <i className="soft">
          {from.cun != null && `${+from.cun.toFixed(1)} cun · `}
          {t('atlas.yourFingers', { count: Number(from.practitionerFingers.toFixed(1)) })}
          {from.estimate && ` · ${t('atlas.estimate', { cm: from.errorCm.toFixed(1) })}`}
        </i>
        <Fold className="bare" title={t('atlas.why')}>
          {from.formula}. {from.how}. <i>{sourceLine(from.source)}</i>
        </Fold>
      </div>
    </li>
  );
}

/** The same in one line. */
export function FarShort({ from }: { from: FromLandmark }) {
  const { t } = useTranslation();
  return (
    <span className="far">
      {t('atlas.farShort', {
        cm: from.cm.toFixed(1),
        cun: from.cun == null ? '' : +from.cun.toFixed(1),
        fingers: Number(from.practitionerFingers.toFixed(1)),
        way: from.way === 'outward' ? t('atlas.outward') : `${from.way} ${from.name}`,
        context: from.cun == null ? 'noCun' : undefined,
      })}
    </span>
  );
}
