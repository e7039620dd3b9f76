import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate, useSearchParams } from 'react-router';
import { ask, http } from '../../api/http';
import type { Finding, Plan } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { Mark } from '../../parts/Mark';
import { Frame } from '../../shell/Frame';
import { Thread } from '../../thread/Thread';
import type { StageProps } from '../stage';
import { FindingCard } from './FindingCard';
import { Limits } from './Limits';
import { OtherFlows } from './OtherFlows';

/** Screen: may I, where not, what instead. The answer first, then its reasons, then what can be done. */
export default function Screen({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const change = useChange(visit.id);
  const [before, setBefore] = useState<Plan | null>(null);
  const { findings, standing } = visit.screen;
  const grouped = group(findings.filter((f) => f.outcome !== 'note'));
  const notes = findings.filter((f) => f.outcome === 'note');
  const flagged = new Set(
    findings
      .filter((f) => f.outcome !== 'note' && !visit.overrides.some((o) => o.rule === f.rule))
      .flatMap((f) => f.steps),
  );
  const toChange = new Set(visit.screen.swaps.map((s) => s.step));
  const out = new Set(findings.filter((f) => f.outcome === 'avoid').flatMap((f) => f.steps));
  const mostIsOut = out.size * 2 >= visit.plan.steps.length;
  const settle = () => {
    setBefore(visit.plan);
    change((version, path) => ask(http.POST('/api/visits/{visitId}/settle', { params: path, body: { version } })));
  };
  const takeBack = () => {
    const plan = before!;
    setBefore(null);
    change((version, path) => ask(http.PUT('/api/visits/{visitId}/plan', { params: path, body: { version, plan } })));
  };
  const onward = () => {
    change((version, path) => ask(http.POST('/api/visits/{visitId}/screened', { params: path, body: { version } })));
    void navigate(`${base}/plan`);
  };
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={<Limits visit={visit} words={words} />}
      thread={
        <Thread
          plan={visit.plan}
          expansion={visit.expansion}
          words={words}
          flagged={flagged}
          selected={params.get('step')}
          breathsPerMinute={visit.tempo.breathsPerMinute}
          onSelect={(step) => setParams({ step }, { replace: true })}
        />
      }
    >
      <div className="headrow">
        <div>
          <h1 aria-live="polite">{visit.headline.answer}</h1>
          <p className="soft mt-1">
            {visit.headline.because}
            {visit.missing.length > 0 && (
              <button type="button" className="pill quiet" onClick={() => void navigate(`${base}/arrive`)}>
                {t('screen.askThem')}
              </button>
            )}
          </p>
        </div>
        <div className="acts">
          {before && !visit.signedAt && (
            <button type="button" className="pill" onClick={takeBack}>
              {t('screen.takeBack')}
            </button>
          )}
          {toChange.size > 0 && (
            <button type="button" className="pill main" onClick={settle}>
              {t('screen.settle', { count: toChange.size })}
            </button>
          )}
          <button
            type="button"
            className={toChange.size > 0 ? 'pill' : 'pill main'}
            onClick={onward}
            disabled={!visit.start.mayStart}
          >
            {t('screen.onward')}
          </button>
        </div>
      </div>
      {(visit.screen.unresolved ?? []).map((u) => (
        <p key={u.saying} className="warnline" role="note">
          <b>{t('screen.unresolved')}</b> {u.saying}
        </p>
      ))}
      <div className="findings">
        {grouped.map((same) => (
          <FindingCard key={same[0]!.title + same[0]!.rule} findings={same} visit={visit} />
        ))}
      </div>
      {mostIsOut && !visit.signedAt && <OtherFlows visit={visit} />}
      {visit.departures.length > 0 && (
        <section className="departures">
          <h2>{t('screen.changedToday')}</h2>
          {visit.departures.map((d) => (
            <p key={d.kind + d.to}>
              <Mark outcome={d.kind === 'left-out' ? 'avoid' : 'modify'} />
              <span>
                <b>{d.from.length > 3 ? t('arrive.steps', { count: d.count }) : d.from.join(', ')}</b>{' '}
                {t(`departure.${d.kind}`, { to: d.to })}
              </span>
            </p>
          ))}
        </section>
      )}
      {notes.length > 0 && (
        <details className="fold">
          <summary>{t('screen.notes', { count: notes.length })}</summary>
          {notes.map((f) => (
            <p key={f.rule + f.title}>
              <b>{f.title}.</b> {f.why} <span className="soft">{f.instead.join(' ')}</span>
            </p>
          ))}
        </details>
      )}
      {standing.length > 0 && (
        <details className="fold" open={grouped.length === 0}>
          <summary>{t('screen.standing', { count: standing.length })}</summary>
          {standing.map((f) => (
            <p key={f.rule + f.title}>
              <b>{f.title}.</b> {f.because}. {f.why}
            </p>
          ))}
        </details>
      )}
      <p className="law">{t('screen.law')}</p>
    </Frame>
  );
}

/** Findings that take the same steps out, for three reasons, are one card; so are those that say the same of the whole visit. */
function group(findings: Finding[]) {
  const groups = new Map<string, Finding[]>();
  for (const f of findings) {
    const key = `${f.outcome}|${f.steps.length > 0 ? f.steps.join() : f.rule + f.title}`;
    groups.set(key, [...(groups.get(key) ?? []), f]);
  }
  return [...groups.values()];
}
