import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import type { Finding, Swap, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { Mark } from '../../parts/Mark';
import { signed } from '../../parts/spoken';
import { Link } from 'react-router';
import { useAnswer } from '../arrive/useAnswer';
import { Clearance } from './Clearance';
import { Reason } from './Reason';
import { Trace } from './Trace';

/** One finding: what, why, instead, and the swaps that can be applied as they are. */
export function FindingCard({ findings, visit }: { findings: Finding[]; visit: VisitView }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const { answer } = useAnswer(visit.id);
  const [others, setOthers] = useState(false);
  const [traced, setTraced] = useState(false);
  const [first] = findings as [Finding];
  const reasons = visit.overrides.filter((o) => findings.some((f) => f.rule === o.rule));
  const settled = reasons.length > 0 && findings.every((f) => reasons.some((o) => o.rule === f.rule));
  const ways = waysFor(first, visit);
  const [best, ...rest] = ways;
  const apply = (swaps: Swap[]) =>
    change((version, path) =>
      ask(
        http.POST('/api/visits/{visitId}/swaps', {
          params: path,
          body: { version, swaps: swaps.map((s) => ({ step: s.step, replacement: s.replacement })) },
        }),
      ),
    );
  const unasked = first.fact === 'consent-missing' ? regionsOf(first, visit) : [];
  const steps = [...new Set(first.steps.map((id) => visit.plan.steps.find((s) => s.id === id)?.name ?? id))];
  return (
    <article className={`finding ${first.outcome} ${settled ? 'settled' : ''}`}>
      <div>
        <Mark outcome={first.outcome} />
      </div>
      <div>
        <h3>
          {first.title}
          {steps.length > 0 && (
            <span className="insteps">
              {steps.length > 2
                ? t('screen.inSteps', { count: first.steps.length, some: steps.slice(0, 2).join(', ') })
                : steps.join(', ')}
            </span>
          )}
        </h3>
        {findings.map((f) => (
          <p key={f.rule}>
            {f.title !== first.title && <>{f.title}. </>}
            <b className="because">{f.because}</b>
            {f.because && '. '}
            {f.why}
          </p>
        ))}
        {best && !settled ? (
          <>
            <Way way={best} label={t('screen.instead')} onUse={() => apply(best.swaps)} />
            {others &&
              rest.map((w) => <Way key={w.replacement} way={w} label={t('screen.or')} onUse={() => apply(w.swaps)} />)}
            {best.swaps.length < first.steps.length && (
              <p className="soft small">{t('screen.remaining', { count: first.steps.length - best.swaps.length })}</p>
            )}
          </>
        ) : (
          !settled && <p className="ins">{first.instead.map((i) => i).join(' ')}</p>
        )}
        {reasons.map((o) => (
          <p key={o.rule} className="reason">
            {t('screen.wentOn', { who: o.by, reason: o.reason })}
          </p>
        ))}
        <div className="acts">
          {rest.length > 0 && !settled && (
            <button type="button" className="pill quiet" aria-expanded={others} onClick={() => setOthers(!others)}>
              {t('screen.otherWays', { count: rest.length })}
            </button>
          )}
          {unasked.length > 0 && !settled && (
            <button
              type="button"
              className="pill"
              onClick={() => unasked.forEach((region) => answer({ fact: 'consent-given', status: 'known', region }))}
            >
              {t('screen.consentGiven')}
            </button>
          )}
          {first.outcome === 'clearance' && <Clearance finding={first} visit={visit} />}
          {(first.outcome === 'emergency' || first.outcome === 'refer-first') && (
            <Link className="pill" to={`/visits/${visit.id}/letter/referral`}>
              {t('screen.letter')}
            </Link>
          )}
          <Reason findings={findings} visit={visit} settled={settled} />
          <button type="button" className="pill quiet" aria-expanded={traced} onClick={() => setTraced(!traced)}>
            {t('trace.show')}
          </button>
        </div>
        {traced && findings.map((f) => <Trace key={f.rule} finding={f} visit={visit} />)}
      </div>
      <small>
        {first.source}
        {first.schools.length > 0 && (
          <span className="d-block">{t('screen.heldBy', { schools: first.schools.join(', ') })}</span>
        )}
      </small>
    </article>
  );
}

/** The regions of the steps a finding touches. */
const regionsOf = (finding: Finding, visit: VisitView) => [
  ...new Set(finding.steps.map((id) => visit.plan.steps.find((s) => s.id === id)?.region ?? '')),
];

interface WayToDo {
  replacement: string;
  saying: string;
  swaps: Swap[];
  seconds: number;
  score: number;
  why: string;
}

/** The same replacement on several steps is one way. */
function waysFor(finding: Finding, visit: VisitView): WayToDo[] {
  const ways = new Map<string, WayToDo>();
  for (const s of visit.screen.swaps.filter((s) => s.rule === finding.rule && finding.steps.includes(s.step))) {
    const way = ways.get(s.replacement) ?? {
      replacement: s.replacement,
      saying: s.saying,
      swaps: [],
      seconds: 0,
      score: s.score,
      why: s.why,
    };
    way.swaps.push(s);
    way.seconds += s.addedSeconds;
    ways.set(s.replacement, way);
  }
  return [...ways.values()].sort((a, b) => b.score - a.score);
}

function Way({ way, label, onUse }: { way: WayToDo; label: string; onUse: () => void }) {
  const { t } = useTranslation();
  const count = way.swaps.length;
  return (
    <p className="ins">
      <b>{label}</b>{' '}
      {way.replacement.startsWith('level:')
        ? t('screen.lower', { count, level: way.replacement.slice(6) })
        : way.saying}
      {count > 1 && !way.replacement.startsWith('level:') && ` (${t('arrive.steps', { count })})`}.{' '}
      <span className="soft" title={t('screen.score', { score: way.score })}>
        {way.replacement !== 'leave-out' && way.why} {Math.abs(way.seconds) >= 1 && signed(way.seconds)}{' '}
      </span>
      <button type="button" className="pill use" onClick={onUse}>
        {count > 1 ? t('screen.useAll', { count }) : t('screen.use')}
      </button>
    </p>
  );
}
