import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { OrderFinding, Plan, ReviewResult } from '../../api/types';
import type { PlanWork } from './usePlanWork';

interface Props {
  plan: Plan;
  review: ReviewResult;
  locked: boolean;
  work: PlanWork;
  onChoose: (step: string) => void;
}

/** What the order review says, each remark with its steps, its reason and its repair. */
export function OrderPanel({ plan, review, locked, work, onChoose }: Props) {
  const { t } = useTranslation();
  const repairs = review.findings.filter((f) => f.repair).length;
  return (
    <section className="orderpanel">
      <h2>{t('order.head')}</h2>
      {review.findings.length === 0 && <p className="soft">{t('order.fine')}</p>}
      {repairs > 1 && !locked && (
        <button type="button" className="pill" onClick={() => work.repair()}>
          {t('order.mendAll')}
        </button>
      )}
      <ul>
        {review.findings.map((f) => (
          <Remark
            key={`${f.rule}${f.steps[0]}`}
            finding={f}
            plan={plan}
            locked={locked}
            work={work}
            onChoose={onChoose}
          />
        ))}
      </ul>
      {review.silenced.length > 0 && (
        <>
          <h3>{t('order.aside')}</h3>
          <ul>
            {review.silenced.map((s) => (
              <li key={s.finding.rule + s.finding.steps[0]} className="aside">
                <b>{s.finding.name}</b>
                <p className="small">
                  {s.finding.what} {t('order.bySaying', { reason: s.reason, by: s.by })}
                </p>
                {!locked && (
                  <button
                    type="button"
                    className="pill quiet"
                    onClick={() => work.edit({ kind: 'unsilence', step: '', bothSides: false, rule: s.finding.rule })}
                  >
                    {t('order.takeBack')}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

interface RemarkProps extends Omit<Props, 'review'> {
  finding: OrderFinding;
}

function Remark({ finding: f, plan, locked, work, onChoose }: RemarkProps) {
  const { t } = useTranslation();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const shown = f.steps.slice(0, 3).map((id) => ({ id, name: nameIn(plan.steps, id) }));
  return (
    <li className={f.severity}>
      <span className="weight">{t(`order.${f.severity}`)}</span>
      <b>{f.what}</b>
      <p className="small soft">
        {f.why} <i>{f.source}</i>
      </p>
      <div className="acts">
        {f.repair && !locked && (
          <button type="button" className="pill" onClick={() => work.repair(f.rule, f.steps[0]!)}>
            {f.repair}
          </button>
        )}
        {shown.map((s) => (
          <button key={s.id} type="button" className="pill quiet" onClick={() => onChoose(s.id)}>
            {s.name}
          </button>
        ))}
        {!locked && (
          <button type="button" className="pill quiet" aria-expanded={asking} onClick={() => setAsking(!asking)}>
            {t('order.silence')}
          </button>
        )}
      </div>
      {asking && (
        <form
          className="asked"
          onSubmit={(e) => {
            e.preventDefault();
            work.edit({ kind: 'silence', step: '', bothSides: false, rule: f.rule, word: reason });
          }}
        >
          <label htmlFor={`why-${f.rule}`}>{t('order.why')}</label>
          <Form.Control id={`why-${f.rule}`} autoFocus value={reason} onChange={(e) => setReason(e.target.value)} />
          <button type="submit" className="pill">
            {t('order.keepReason')}
          </button>
        </form>
      )}
    </li>
  );
}
