import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { FindingCard as Card, VisitView, Vocabulary, WayOut } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { OutcomeSign } from '../../parts/OutcomeSign';
import { Link } from 'react-router';
import { Consents } from '../../parts/Consents';
import { Clearance } from './Clearance';
import { Reason } from './Reason';
import { RuleReason } from './RuleReason';
import { Way } from './Way';

/** One card: what, why, instead, and the ways that can be taken as they are. */
export function FindingCard({ card, visit, words }: { card: Card; visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const [others, setOthers] = useState(false);
  const [traced, setTraced] = useState(false);
  const { findings, steps, settled, reasons } = card;
  const first = findings[0]!;
  const ways = visit.may.settle?.allowed ? card.ways : [];
  const [best, ...rest] = ways;
  const apply = (way: WayOut) =>
    void change('post', 'swaps', { swaps: way.steps.map((step) => ({ step, replacement: way.replacement })) });
  return (
    <article className={`finding ${first.outcome} ${settled ? 'settled' : ''}`}>
      <div>
        <OutcomeSign outcome={first.outcome} />
      </div>
      <div>
        <h3>
          {first.title}
          {steps.length > 0 && (
            <span className="insteps">
              {steps.length > 2
                ? t('screen.inSteps', { count: card.stepCount, some: steps.slice(0, 2).join(', ') })
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
            <Way way={best} label={t('screen.instead')} onUse={() => apply(best)} />
            {others &&
              rest.map((w) => <Way key={w.replacement} way={w} label={t('screen.or')} onUse={() => apply(w)} />)}
            {card.withoutWay > 0 && <p className="soft small">{t('screen.remaining', { count: card.withoutWay })}</p>}
          </>
        ) : (
          !settled && <p className="ins">{first.instead.map((i) => i).join(' ')}</p>
        )}
        {card.asksConsent && !settled && (
          <Consents visit={visit} words={words} places={visit.consents.filter((p) => p.word === 'open')} bare />
        )}
        {findings.some((f) => f.imaging) && <p className="small">{t('screen.imaging')}</p>}
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
          {card.asksClearance && visit.may.clear?.allowed && <Clearance finding={first} visit={visit} />}
          {(card.final || findings.some((f) => f.refer)) && (
            <Link className="pill" to={`/visits/${visit.id}/letter/referral`}>
              {t('screen.letter')}
            </Link>
          )}
          <Reason card={card} visit={visit} />
          <button type="button" className="pill quiet" aria-expanded={traced} onClick={() => setTraced(!traced)}>
            {t('trace.show')}
          </button>
        </div>
        {traced && findings.map((f) => <RuleReason key={f.rule} finding={f} visit={visit} />)}
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
