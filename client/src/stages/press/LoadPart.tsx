import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { nameIn } from '../../api/named';
import type { LoadLimits, PlanEdit, PractitionerLoad, VisitView } from '../../api/types';
import { Note } from '../../ui/Note';

interface Props {
  visit: VisitView;
  locked: boolean;
  onEdit: (edit: PlanEdit) => void;
  onChoose: (step: string) => void;
}

/** What the plan asks of the practitioner's own body, against their limits, with swaps that spare it. */
export function LoadPart({ visit, locked, onEdit, onChoose }: Props) {
  const { t } = useTranslation();
  const { data } = useQuery({
    queryKey: keptAs.pressLoad(visit),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/press', { params: { path: { visitId: visit.id } } })),
    placeholderData: keepPreviousData,
  });
  if (!data) return null;
  const over = data.lines.filter((l) => l.aboveCap);
  const name = (id: string) => nameIn(visit.plan.steps, id);
  return (
    <div className="loadpart">
      {over.length > 0 && (
        <Note className="small">
          {t('press.over', { count: over.length })}{' '}
          {over.map((l) => (
            <button key={l.step} type="button" className="pill quiet" onClick={() => onChoose(l.step)}>
              {name(l.step)}
            </button>
          ))}
        </Note>
      )}
      <h3>{t('press.load')}</h3>
      <LoadBars load={data.load} limits={data.limits} />
      {data.warnings.map((w) => (
        <Note key={w} className="small">
          {w}
        </Note>
      ))}
      {data.swaps.length > 0 && !locked && (
        <div className="advice">
          <p className="soft small">{t('press.spare')}</p>
          {data.swaps.map((s) => (
            <button
              key={s.step}
              type="button"
              className="pill"
              onClick={() => onEdit({ kind: 'contact', step: s.step, word: s.contact, bothSides: true })}
            >
              {t('press.spareOne', { name: s.name, say: s.say, kg: s.savesKgMinutes })}
            </button>
          ))}
        </div>
      )}
      {data.learned.map((l) => (
        <p key={l.band} className="soft small">
          {t('press.learned', { why: l.why })}
        </p>
      ))}
    </div>
  );
}

/** Four loads as bars up to their limits. */
export function LoadBars({ load, limits }: { load: PractitionerLoad; limits: LoadLimits }) {
  const { t } = useTranslation();
  const rows = [
    ['thumb', load.thumbKgMinutes, limits.thumbKgMinutes, 'kgMin'],
    ['knees', load.kneelingMinutes, limits.kneelingMinutes, 'min'],
    ['treading', load.treadingMinutes, limits.treadingMinutes, 'min'],
    ['back', load.lumbarMostNm, limits.lumbarNm, 'nm'],
  ] as const;
  return (
    <table className="loadbars">
      <tbody>
        {rows.map(([what, value, limit, unit]) => (
          <tr key={what} className={value > limit ? 'over' : ''}>
            <th scope="row">{t(`press.${what}`)}</th>
            <td>
              <span className="bar">
                <i style={{ width: `${Math.min(100, (value / limit) * 100)}%` }} />
              </span>
            </td>
            <td className="n">
              {t(`press.${unit}`, { n: Math.round(value) })} <small>{t('press.of', { limit })}</small>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
