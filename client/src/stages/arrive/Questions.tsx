import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { useKeys } from '../../shell/keys';
import { Mark } from '../../parts/Mark';
import { useAnswer } from './useAnswer';

const SHOWN = 4;

/** The facts not asked yet that could change this plan, strongest first. Y and N answer the first one. */
export function Questions({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { answer, none } = useAnswer(visit.id);
  const [first] = visit.may['ask-facts']?.allowed && visit.phase === 'not-started' ? visit.missing : [];
  useKeys((e) => {
    if (!first || e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === 'y') answer(first.ifYes!);
    if (e.key === 'n') answer(first.ifNo!);
  });
  if (!first) return null;
  const facts = visit.missing.filter((m) => !m.region).map((m) => m.fact);
  const nameOf = (fact: string) => words.facts.find((f) => f.id === fact)?.name ?? fact;
  return (
    <section className="questions" aria-label={t('arrive.questions')}>
      {visit.missing.slice(0, SHOWN).map((m, i) => (
        <div key={m.fact + (m.region ?? '')} className={`question ${i === 0 ? 'first' : ''}`}>
          <Mark outcome={m.strongest} />
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
              {t('arrive.yes')} {i === 0 && <kbd>Y</kbd>}
            </button>
            <button type="button" className="pill" onClick={() => answer(m.ifNo!)}>
              {t('arrive.no')} {i === 0 && <kbd>N</kbd>}
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
                          region: words.regions.find((r) => r.id === m.region)?.name ?? m.region,
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
