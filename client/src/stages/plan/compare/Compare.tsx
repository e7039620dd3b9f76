import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { ask, http } from '../../../api/http';
import { keptAs } from '../../../api/kept';
import { known } from '../../../api/named';
import type { CompareRow, Plan } from '../../../api/types';
import { minSec } from '../../../parts/spoken';
import { Frame } from '../../../shell/Frame';
import { Thread } from '../../../thread/Thread';
import { Choice } from '../../../ui/fields';
import type { StageProps } from '../../stage';
import { usePlanSources } from '../StartPanel';
import { usePlanWork } from '../usePlanWork';

/** Two plans on one line of time, step beside step. */
export default function Compare({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const work = usePlanWork(visit);
  const options = usePlanSources(visit.id, words);
  const [chosen, beside] = [params.get('with') ?? '', params.get('first') ?? ''];
  const source = known(options, chosen)?.from;
  const first = known(options, beside)?.from;
  const other = useQuery({
    queryKey: keptAs.compare(visit, `${beside}|${chosen}`),
    enabled: !!source && !!first === !!beside,
    queryFn: () =>
      ask(
        http.POST('/api/visits/{visitId}/plan/compare', {
          params: { path: { visitId: visit.id } },
          body: { with: source!, first },
        }),
      ),
  });
  const plan = other.data?.first ?? visit.plan;
  const expansion = other.data?.firstExpansion ?? visit.expansion;
  const scale = Math.max(expansion.totalSeconds, other.data?.expansion.totalSeconds ?? 0);
  const weighty = other.data?.review.findings.filter((f) => f.severity !== 'could').length ?? 0;
  const named = (plan: Plan, id?: string | null) => known(plan.steps, id);
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={
        <section className="comparewith">
          <Choice
            id="compare-first"
            label={t('compare.left')}
            value={beside}
            none={t('compare.first')}
            options={options}
            onChoose={(key) => setParams({ with: chosen, first: key }, { replace: true })}
          />
          <Choice
            id="compare-with"
            label={t('compare.choose')}
            value={chosen}
            none=""
            options={options}
            onChoose={(key) => setParams({ with: key, first: beside }, { replace: true })}
          />
          {other.data ? (
            <>
              <p className="how">{other.data.comparison.summary}</p>
              <p className="soft small">
                {weighty === 0 ? t('compose.clean') : t('compose.remarks', { count: weighty })}
              </p>
              <button
                type="button"
                className="pill main"
                onClick={() => {
                  work.take(other.data.other);
                  void navigate(`${base}/plan`);
                }}
              >
                {t('compare.take')}
              </button>
            </>
          ) : (
            <p className="soft">{t('compare.lead')}</p>
          )}
        </section>
      }
    >
      <div className="headrow">
        <h1>{t('compare.head')}</h1>
        <Link className="pill" to={`${base}/plan`}>
          {t('compose.back')}
        </Link>
      </div>
      <div className="twothreads">
        <h2>
          {plan.name} <span className="soft small">{minSec(expansion.totalSeconds)}</span>
        </h2>
        <Thread
          plan={plan}
          expansion={expansion}
          words={words}
          breathsPerMinute={visit.tempo.breathsPerMinute}
          scale={scale}
        />
        {other.data && (
          <>
            <h2>
              {other.data.other.name} <span className="soft small">{minSec(other.data.expansion.totalSeconds)}</span>
            </h2>
            <Thread
              plan={other.data.other}
              expansion={other.data.expansion}
              words={words}
              breathsPerMinute={visit.tempo.breathsPerMinute}
              scale={scale}
            />
          </>
        )}
      </div>
      {other.data && (
        <table className="table comparetable">
          <thead>
            <tr>
              <th>{beside ? plan.name : t('compare.first')}</th>
              <th />
              <th>{other.data.other.name}</th>
            </tr>
          </thead>
          <tbody>
            {other.data.comparison.rows.map((r) => (
              <Row
                key={`${r.first}/${r.second}`}
                row={r}
                first={named(plan, r.first)}
                second={named(other.data.other, r.second)}
              />
            ))}
          </tbody>
        </table>
      )}
    </Frame>
  );
}

type Step = Plan['steps'][number];

function Row({ row, first, second }: { row: CompareRow; first?: Step; second?: Step }) {
  const { t } = useTranslation();
  const cell = (s?: Step) =>
    s && `${s.name}${s.side === 'left' || s.side === 'right' ? `, ${t(`side.${s.side}`)}` : ''}`;
  return (
    <tr className={row.kind}>
      <td>{cell(first)}</td>
      <td className="soft small">{row.kind === 'changed' ? row.differences.join('; ') : t(`compare.${row.kind}`)}</td>
      <td>{cell(second)}</td>
    </tr>
  );
}
