import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { Characters } from '../../parts/Characters';
import { FarShort } from '../../parts/Distance';

/** How long a name stays alone before the next one comes, in ms. */
const everyMs = 1800;

export const useRow = (channel: string | undefined, client: string | undefined) =>
  useQuery({
    queryKey: keptAs.channel(channel ?? '', client),
    queryFn: () =>
      ask(http.GET('/api/atlas/channels/{id}', { params: { path: { id: channel! }, query: { clientId: client } } })),
    enabled: !!channel,
  });

interface Props {
  channel: string;
  client?: string;
  /** How many points were read so far; their names stand on the body. */
  read: number;
  onRead: (read: number) => void;
  onPoint: (id: string) => void;
}

/** A channel's points in their order, each as far as it is found on this body; read aloud to the eye, one name after another. */
export function Row({ channel, client, read, onRead, onPoint }: Props) {
  const { t } = useTranslation();
  const { data } = useRow(channel, client);
  const [begun, setBegun] = useState(false);
  const all = data?.row.length ?? 0;
  const going = begun && read < all;
  useEffect(() => {
    if (!going) return;
    const next = window.setTimeout(() => onRead(read + 1), everyMs);
    return () => window.clearTimeout(next);
  }, [going, read, onRead]);
  if (!data) return <p className="loading">{t('shell.loading')}</p>;
  return (
    <section className="row-of">
      <h2>
        {data.channel.code} {data.channel.name}
      </h2>
      <p className="soft">{[data.channel.phase ?? data.channel.polarity, data.channel.runs].join(' · ')}</p>
      <p>
        <button
          type="button"
          className={going ? 'pill on' : 'pill'}
          onClick={() => {
            if (read >= all) onRead(0);
            setBegun(!going);
          }}
        >
          {t(going ? 'atlas.readStop' : 'atlas.read')}
        </button>{' '}
        <Link className="pill" to={`/atlas/sheet/${channel}${client ? `?client=${client}` : ''}`}>
          {t('atlas.print')}
        </Link>
      </p>
      <ol className="answers">
        {data.row.map((r, i) => (
          <li key={r.point.id} className={i === read - 1 ? 'reading' : ''}>
            <button type="button" className="plain" onClick={() => onPoint(r.point.id)}>
              <b>{r.point.id}</b> {r.point.pinyin} <Characters text={r.point.characters} />
            </button>
            {r.from ? <FarShort from={r.from} /> : <span className="far">{r.point.location}</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}
