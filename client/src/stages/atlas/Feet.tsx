import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { AtlasIndex } from '../../api/types';
import { Chart } from '../../chart/Chart';
import type { AtlasAt } from './useAtlas';

const faces = ['sole', 'foot-top', 'foot-inner', 'foot-outer'] as const;

interface Props {
  index: AtlasIndex;
  at: AtlasAt;
  go: (change: Record<string, string | undefined>) => void;
}

function useSets(index: AtlasIndex, client?: string) {
  const [first, second] = index.reflex;
  const params = { path: { first: first!.id, second: second!.id }, query: { clientId: client } };
  const differences = useQuery({
    queryKey: keptAs.reflexAgainst(params),
    queryFn: () => ask(http.GET('/api/atlas/reflex/{first}/against/{second}', { params })),
  });
  const placed = useQuery({
    queryKey: keptAs.reflex(first!.id, client),
    queryFn: () =>
      ask(http.GET('/api/atlas/reflex/{id}', { params: { path: { id: first!.id }, query: { clientId: client } } })),
  });
  return { first: first!, second: second!, differences: differences.data, placed: placed.data };
}

/** Both feet in two schools' sets side by side. */
export function Feet({ index, at, go }: Props) {
  const { t } = useTranslation();
  const [face, setFace] = useState<(typeof faces)[number]>('sole');
  const { first, second, differences, placed } = useSets(index, at.client);
  const choose = (area: string) => go({ area: at.area === area ? undefined : area });
  const chosen = placed?.areas.find((a) => a.id === at.area);
  const differs = differences?.find((d) => d.id === at.area);
  return (
    <div className="feet">
      <div className="faces" role="group" aria-label={t('atlas.view')}>
        {faces.map((f) => (
          <button
            key={f}
            type="button"
            className={face === f ? 'pill on' : 'pill'}
            aria-pressed={face === f}
            onClick={() => setFace(f)}
          >
            {t(`view.${f}`)}
          </button>
        ))}
        <p className="answer" aria-live="polite">
          {chosen && (
            <>
              <b>{chosen.name}</b>{' '}
              {chosen.fromHeelMm != null &&
                (chosen.fromInnerMm != null
                  ? t('feet.at', { heel: Math.round(chosen.fromHeelMm), inner: Math.round(chosen.fromInnerMm) })
                  : t('feet.fromHeel', { heel: Math.round(chosen.fromHeelMm) }))}
              {chosen.note && ` ${chosen.note}.`} {differs ? differs.says + '.' : t('feet.same')}
            </>
          )}
        </p>
      </div>
      <div className={face === 'sole' || face === 'foot-top' ? 'sets' : 'sets flat'}>
        {[first, second].map((set) => (
          <section key={set.id} className="set">
            <h2>{set.name}</h2>
            <p className="soft small">{set.about}</p>
            <div className="pair">
              {(['right', 'left'] as const).map((foot) => (
                <div key={foot}>
                  <Chart
                    label={t('feet.label', { set: set.name, foot: t(`side.${foot}`) })}
                    box={{ width: 190, height: 440 }}
                    wanted={{ view: `${face}.${foot}`, reflex: set.id, clientId: at.client }}
                    lit={at.area ? [at.area] : []}
                    onArea={choose}
                  />
                  <p className="soft small">{t(`side.${foot}`)}</p>
                </div>
              ))}
            </div>
          </section>
        ))}
      </div>
    </div>
  );
}

/** Beside the feet: what differs between the sets on this client's foot, farthest apart first. */
export function FeetSheet({ index, at, go }: Props) {
  const { t } = useTranslation();
  const { differences, placed } = useSets(index, at.client);
  return (
    <section className="differ">
      <h2>{t('feet.differ')}</h2>
      <p className="soft small">
        {placed && t(placed.foot.estimate ? 'feet.guessed' : 'feet.traced', { mm: Math.round(placed.foot.lengthMm) })}
      </p>
      <ul>
        {differences?.map((d) => (
          <li key={d.id}>
            <button
              type="button"
              aria-pressed={at.area === d.id}
              onClick={() => go({ area: at.area === d.id ? undefined : d.id })}
            >
              <b>{d.name}</b> <span>{d.says}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
