import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { PointPage } from '../../api/types';
import { useWays } from './learn/LearnSheet';

interface Props {
  page: PointPage;
  client?: string;
  against?: string;
  onAgainst: (id: string | undefined) => void;
  onPoint: (id: string) => void;
}

/** What lies round a point, each as far and that way; one of them can be put beside it. */
export function Near({ page, client, against, onAgainst, onPoint }: Props) {
  const { t } = useTranslation();
  const ways = useWays();
  if (against) return <Against page={page} client={client} against={against} onAgainst={onAgainst} onPoint={onPoint} />;
  if (page.near.length === 0) return null;
  return (
    <>
      <h3>{t('atlas.near')}</h3>
      <ul className="near">
        {page.near.map((n) => (
          <li key={n.id}>
            <button
              type="button"
              className="plain"
              title={t('atlas.against', { id: n.id })}
              onClick={() => onAgainst(n.id)}
            >
              <b>{n.id}</b> {t('atlas.apart', { cm: n.cm.toFixed(1), cun: n.cun.toFixed(1) })}
            </button>
            <span className="soft small">{ways(n.ways) || t('atlas.same')}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

function Against({ page, client, against, onAgainst, onPoint }: Props) {
  const { t } = useTranslation();
  const ways = useWays();
  const { id } = page.point;
  const side = page.location.side === 'right' ? 'right' : 'left';
  const { data, error } = useQuery({
    queryKey: keptAs.against(id, against!, client, side),
    queryFn: () =>
      ask(
        http.GET('/api/atlas/points/{id}/against/{other}', {
          params: { path: { id, other: against! }, query: { clientId: client, side } },
        }),
      ),
  });
  if (error) return <p className="soft">{error.message}</p>;
  if (!data) return null;
  const { second, apart } = data;
  const lists = [
    [t('atlas.bothUses'), data.both],
    [t('atlas.onlyUses', { id }), data.onlyFirst],
    [t('atlas.onlyUses', { id: second.id }), data.onlySecond],
  ] as const;
  return (
    <section className="against">
      <h3>{t('atlas.compared', { first: id, second: second.id })}</h3>
      <p className="big">{t('atlas.apart', { cm: apart.cm.toFixed(1), cun: apart.cun.toFixed(1) })}</p>
      <p>
        {t('atlas.from', { first: id, second: second.id })}: {ways(apart.ways) || t('atlas.same')};{' '}
        {data.between == null ? t('atlas.otherChannel') : t('atlas.between', { count: data.between })}.
      </p>
      <p className="serif">
        <b>{second.id}</b> {second.pinyin}: {second.location}
      </p>
      <dl className="lines">
        {lists
          .filter(([, uses]) => uses.length > 0)
          .map(([name, uses]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{uses.join(', ')}</dd>
            </div>
          ))}
      </dl>
      <button type="button" className="pill" onClick={() => onAgainst(undefined)}>
        {t('atlas.closeCompare', { id })}
      </button>{' '}
      <button type="button" className="pill" onClick={() => onPoint(second.id)}>
        {second.id} →
      </button>
    </section>
  );
}
