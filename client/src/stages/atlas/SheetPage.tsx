import { useTranslation } from 'react-i18next';
import { Link, useParams, useSearchParams } from 'react-router';
import { Chart } from '../../chart/Chart';
import { Characters } from '../../parts/Characters';
import { FarShort } from '../../parts/Distance';
import { Note } from '../../ui/Note';
import { useRow } from './Row';

/** A channel on one page for the treatment room: the line on the body, and every point with its way there and what to mind. */
export default function SheetPage() {
  const { t } = useTranslation();
  const { channel = '' } = useParams();
  const client = useSearchParams()[0].get('client') ?? undefined;
  const { data, error } = useRow(channel, client);
  if (error) return <Note>{error.message}</Note>;
  if (!data) return <p className="loading">{t('shell.loading')}</p>;
  return (
    <main className="letterframe">
      <div className="letterbar noprint">
        <Link className="pill" to={`/atlas?channels=${channel}${client ? `&client=${client}` : ''}`}>
          {t('atlas.toAtlas')}
        </Link>
        <button type="button" className="pill main" onClick={() => window.print()}>
          {t('card.print')}
        </button>
      </div>
      <article className="letter channelsheet">
        <header>
          <b>{data.client ? t('atlas.onClient', { name: data.client }) : t('atlas.onFigure')}</b>
          <span>{data.channel.runs}</span>
        </header>
        <h1>
          {data.channel.code} {data.channel.name}
        </h1>
        <div className="sheetbodies">
          {(['front', 'back', 'left'] as const).map((view) => (
            <Chart
              key={view}
              label={`${t('chart.label')} ${t(`view.${view}`)}`}
              box={{ width: 230, height: 430 }}
              wanted={{ view, channels: [channel], clientId: client }}
            />
          ))}
        </div>
        <table>
          <tbody>
            {data.row.map((r) => (
              <tr key={r.point.id}>
                <th scope="row">{r.point.id}</th>
                <td>
                  {r.point.pinyin} <Characters text={r.point.characters} />
                </td>
                <td>
                  {r.point.location}
                  {r.from && <FarShort from={r.from} />}
                  {data.cautions[r.point.id]?.map((c) => (
                    <b key={c.id} className="warnline">
                      {c.name}
                    </b>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </article>
    </main>
  );
}
