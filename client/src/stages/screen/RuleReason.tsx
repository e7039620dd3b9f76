import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { Finding, VisitView } from '../../api/types';
import { dayOf } from '../../parts/spoken';

/** Where a finding comes from: fact, rule, steps, source, schools. For whoever asks "says who?". */
export function RuleReason({ finding, visit }: { finding: Finding; visit: VisitView }) {
  const { t } = useTranslation();
  // A medicine speaks for what it stands for.
  const named = (name?: string) => !!name && finding.because.includes(name);
  const facts = visit.facts.filter(
    (f) => f.entry.status !== 'no' && (f.entry.fact === finding.fact || named(f.entry.detail?.name)),
  );
  const steps = finding.steps.map((id) => nameIn(visit.plan.steps, id));
  const said = facts.map((f) =>
    [
      f.saying,
      f.entry.saidBy,
      f.recordedBy && t('arrive.recordedBy', { who: f.recordedBy }),
      f.recordedAt && dayOf(f.recordedAt),
    ]
      .filter(Boolean)
      .join(', '),
  );
  const lines: [string, string][] = [
    [t('trace.fact'), said.length > 0 ? said.join('; ') : finding.because || t('trace.everyone')],
    [t('trace.rule'), `${finding.rule}: ${finding.when}`],
    [t('trace.steps'), steps.length > 0 ? [...new Set(steps)].join(', ') : t('trace.whole')],
    [t('trace.source'), finding.source],
    [t('trace.schools'), finding.schools.length > 0 ? finding.schools.join(', ') : t('trace.all')],
  ];
  return (
    <dl className="rulereason">
      {lines.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
