import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { Plan } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { LastTime } from '../../parts/LastTime';
import { OutcomeSign } from '../../parts/OutcomeSign';
import { Frame } from '../../shell/Frame';
import { Thread } from '../../thread/Thread';
import { Fold } from '../../ui/Fold';
import { Note } from '../../ui/Note';
import type { StageProps } from '../stage';
import { FindingCard } from './FindingCard';
import { Caps } from './Caps';
import { OtherFlows } from './OtherFlows';
import { OwnLimits } from './OwnLimits';

/** Screen: may I, where not, what instead. The answer first, then its reasons, then what can be done. */
export default function Screen({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const change = useChange(visit.id);
  const [before, setBefore] = useState<Plan | null>(null);
  const { standing } = visit.screen;
  const { cards, groups, notes, flagged, changeable, mostIsOut } = visit.shown;
  const maySettle = !!visit.may.settle?.allowed;
  const mayGoOn = !!visit.may.screened?.allowed;
  /** Nothing is given today: the letter is what is left to do. */
  const final = cards.some((card) => card.final);
  const settle = () => {
    setBefore(visit.plan);
    change('post', 'settle', {});
  };
  const takeBack = () => {
    const plan = before!;
    setBefore(null);
    change('put', 'plan', { plan });
  };
  const onward = () => {
    if (mayGoOn) void change('post', 'screened', {});
    void navigate(`${base}/plan`);
  };
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={<Caps visit={visit} words={words} />}
      thread={
        <Thread
          plan={visit.plan}
          expansion={visit.expansion}
          words={words}
          flagged={new Set(flagged)}
          departed={visit.departedSteps}
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
          {before && maySettle && (
            <button type="button" className="pill" onClick={takeBack}>
              {t('screen.takeBack')}
            </button>
          )}
          {final && (
            <Link className="pill main" to={`${base}/letter/referral`}>
              {t('screen.letter')}
            </Link>
          )}
          {changeable > 0 && maySettle && (
            <button type="button" className={final ? 'pill' : 'pill main'} onClick={settle}>
              {t('screen.settle', { count: changeable })}
            </button>
          )}
          <button
            type="button"
            className={final || (changeable > 0 && maySettle) ? 'pill' : 'pill main'}
            onClick={onward}
            disabled={!visit.start.mayStart && maySettle}
          >
            {t('screen.onward')}
          </button>
        </div>
      </div>
      <LastTime last={visit.lastTime} />
      {(visit.screen.unresolved ?? []).map((u) => (
        <Note key={u.saying}>
          <b>{t('screen.unresolved')}</b> {u.saying}
        </Note>
      ))}
      <div className="findings">
        {groups.map((group) => (
          <section key={group.outcome}>
            {cards.length > 1 && (
              <h2>
                {t(`screen.group.${group.outcome}`)}{' '}
                {group.steps > 0 && (
                  <span className="soft">
                    {t('arrive.steps', { count: group.steps })}, {t('screen.minutes', { minutes: group.minutes })}
                  </span>
                )}
              </h2>
            )}
            {cards
              .filter((card) => card.outcome === group.outcome)
              .map((card) => (
                <FindingCard
                  key={card.findings[0]!.title + card.findings[0]!.rule}
                  card={card}
                  visit={visit}
                  words={words}
                />
              ))}
          </section>
        ))}
      </div>
      <OwnLimits visit={visit} />
      {mostIsOut && maySettle && <OtherFlows visit={visit} />}
      {visit.departures.length > 0 && (
        <section className="departures">
          <h2>{t('screen.changedToday')}</h2>
          <p className="soft small onthread">{t('screen.onThread')}</p>
          {visit.departures.map((d) => (
            <p key={d.kind + d.to}>
              <OutcomeSign outcome={d.kind === 'left-out' ? 'avoid' : 'modify'} />
              <span>
                <b>{d.from.length > 3 ? t('arrive.steps', { count: d.count }) : d.from.join(', ')}</b>{' '}
                {t(`departure.${d.kind}`, { to: d.to })}
              </span>
            </p>
          ))}
        </section>
      )}
      {notes.length > 0 && (
        <Fold title={t('screen.notes', { count: notes.length })}>
          {notes.map((f) => (
            <p key={f.rule + f.title}>
              <b>{f.title}.</b> {f.why} <span className="soft">{f.instead.join(' ')}</span>
            </p>
          ))}
        </Fold>
      )}
      {standing.length > 0 && (
        <Fold title={t('screen.standing', { count: standing.length })} open={cards.length === 0}>
          {standing.map((f) => (
            <p key={f.rule + f.title}>
              <b>{f.title}.</b> {f.because}. {f.why}
            </p>
          ))}
        </Fold>
      )}
      <p className="law">{t('screen.law')}</p>
    </Frame>
  );
}
