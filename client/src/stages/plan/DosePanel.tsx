import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { known, nameIn } from '../../api/named';
import type { DoseRow, VisitView, Vocabulary } from '../../api/types';
import { Chart } from '../../chart/Chart';
import { minSec } from '../../parts/spoken';

/** How much each part receives: warm on the body, and left against right in bars. */
export function DosePanel({ visit, words, position }: { visit: VisitView; words: Vocabulary; position: string }) {
  const { t } = useTranslation();
  const dose = useQuery({
    queryKey: keptAs.dose(visit),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/plan/dose', { params: { path: { visitId: visit.id } } })),
    placeholderData: keepPreviousData,
  });
  if (!dose.data) return <p className="loading">{t('shell.loading')}</p>;
  const rows = dose.data.regions.filter((r) => r.region !== 'whole-body');
  const most = Math.max(1, ...rows.map((r) => Math.max(r.seconds, r.usualSeconds ?? 0)));
  const hottest = Math.max(1, ...rows.map((r) => r.levelSeconds));
  const regions = [...new Set(rows.map((r) => r.region))];
  const wash = Object.fromEntries(rows.map((r) => [`${r.region}/${sideNumber(r.side)}`, r.levelSeconds / hottest]));
  rows.filter((r) => r.side === 'mid').forEach((r) => (wash[r.region] = r.levelSeconds / hottest));
  const compared = rows.some((r) => r.usualSeconds != null);
  const lying = known(words.positions, position);
  return (
    <section className="dosepanel">
      <h2>{t('dose.head')}</h2>
      <div className="stepchart">
        <Chart
          label={t('dose.chart', { position: lying?.name })}
          box={{ width: 330, height: 250 }}
          wanted={{ position: lying?.base ?? position, clientId: visit.client.id, regions, side: 'both' }}
          wash={wash}
        />
      </div>
      <p className="soft small">{t(compared ? 'dose.lead' : 'dose.leadFirst')}</p>
      <table className="dosetable">
        <thead>
          <tr>
            <th />
            <th className="l">{t('dose.left')}</th>
            <th className="r">{t('dose.right')}</th>
          </tr>
        </thead>
        <tbody>
          {regions.map((region) => {
            const of = (side: string) => rows.find((r) => r.region === region && r.side === side);
            const mid = of('mid');
            return (
              <tr key={region}>
                <th scope="row">{nameIn(words.regions, region)}</th>
                {mid && !of('left') && !of('right') ? (
                  <td colSpan={2} className="m">
                    <Bar row={mid} most={most} />
                  </td>
                ) : (
                  <>
                    <td className="l">
                      <Bar row={of('left')} most={most} />
                    </td>
                    <td className="r">
                      <Bar row={of('right')} most={most} />
                    </td>
                  </>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

const sideNumber = (side: string) => (side === 'left' ? 1 : side === 'right' ? -1 : 0);

function Bar({ row, most }: { row?: DoseRow; most: number }) {
  const { t } = useTranslation();
  if (!row) return null;
  const level = row.seconds > 0 ? Math.round(row.levelSeconds / row.seconds) : 1;
  const usual = row.usualSeconds == null ? '' : ` · ${t('dose.usual', { time: minSec(row.usualSeconds) })}`;
  const weight = row.kilogramMinutes ? ` · ${t('dose.weight', { n: row.kilogramMinutes })}` : '';
  return (
    <span className="dosebar" title={`${t('dose.presses', { count: row.presses })}${weight}${usual}`}>
      <span className="bar">
        <span className={`fill level-${level}`} style={{ width: `${(row.seconds / most) * 100}%` }} />
        {row.usualSeconds != null && <i style={{ insetInlineStart: `${(row.usualSeconds / most) * 100}%` }} />}
      </span>
      <time>
        {minSec(row.seconds)}
        {!!row.kilogramMinutes && <small>{t('dose.weight', { n: Math.round(row.kilogramMinutes) })}</small>}
      </time>
    </span>
  );
}
