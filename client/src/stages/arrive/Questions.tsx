import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { VisitView, Vocabulary } from '../../api/types';
import { OutcomeSign } from '../../parts/OutcomeSign';
import { CommandCap } from '../../shell/KeyCap';
import { useCommands } from '../../shell/keys';
import { useAnswer } from './useAnswer';

const SHOWN = 4;

/** The facts not asked yet that could change this plan, strongest first. Y and N answer the first one. */
export function Questions({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { answer, none } = useAnswer(visit.id);
  const [first] = visit.may['ask-facts']?.allowed && visit.phase === 'not-started' ? visit.missing : [];
  useCommands('arrive', { yes: first && (() => answer(first.ifYes!)), no: first && (() => answer(first.ifNo!)) });
  if (!first) return null;
  const facts = visit.missing.filter((m) => !m.region).map((m) => m.fact);
  const nameOf = (fact: string) => nameIn(words.facts, fact);
  return (
    <section className="questions" aria-label={t('arrive.questions')}>
      {visit.missing.slice(0, SHOWN).map((m, i) => (
        <div key={m.fact + (m.region ?? '')} className={`question ${i === 0 ? 'first' : ''}`}>
          <OutcomeSign outcome={m.strongest} />
          <div>
            <b>{m.question}</b>
            <p className="soft small">
              {t(m.region ? 'arrive.ifNo' : 'arrive.ifYes', { why: m.why })}
              {m.steps.length > 0 &&
                ` · ${m.steps.length > 2 ? t('arrive.steps', { count: m.steps.length }) : m.steps.join(', ')}`}
            </p>
          </div>
          <div className="yesno">
            <button type="button" className="pill" onClick={() => answer(m.ifYes!)}>
              {t('arrive.yes')} {i === 0 && <CommandCap in="arrive" of="yes" />}
            </button>
            <button type="button" className="pill" onClick={() => answer(m.ifNo!)}>
              {t('arrive.no')} {i === 0 && <CommandCap in="arrive" of="no" />}
            </button>
          </div>
        </div>
      ))}
      <div className="question rest">
        <span />
        <p className="soft">
          {visit.missing.length > SHOWN
            ? t('arrive.then', {
                list: visit.missing
                  .slice(SHOWN, SHOWN + 6)
                  .map((m) =>
                    m.region
                      ? t('arrive.consentFor', {
                          region: nameIn(words.regions, m.region),
                        })
                      : nameOf(m.fact),
                  )
                  .join(', '),
                more: Math.max(0, visit.missing.length - SHOWN - 6),
              })
            : ''}
        </p>
        {facts.length > 0 && (
          <button type="button" className="pill" onClick={() => none(facts)}>
            {t('arrive.noToRest', { count: facts.length })}
          </button>
        )}
      </div>
    </section>
  );
}
