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
  const [first] = visit.missing;
  useKeys((e) => {
    if (!first || e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === 'y') answer({ fact: first.fact, status: 'known' });
    if (e.key === 'n') answer({ fact: first.fact, status: 'no' });
  });
  if (!first) return null;
  const nameOf = (fact: string) => words.facts.find((f) => f.id === fact)?.name ?? fact;
  return (
    <section className="questions" aria-label={t('arrive.questions')}>
      {visit.missing.slice(0, SHOWN).map((m, i) => (
        <div key={m.fact} className={`question ${i === 0 ? 'first' : ''}`}>
          <Mark outcome={m.strongest} />
          <div>
            <b>{m.question}</b>
            <p className="soft small">
              {t('arrive.ifYes', { why: m.why })}
              {m.steps.length > 0 &&
                ` · ${m.steps.length > 2 ? t('arrive.steps', { count: m.steps.length }) : m.steps.join(', ')}`}
            </p>
          </div>
          <div className="yesno">
            <button type="button" className="pill" onClick={() => answer({ fact: m.fact, status: 'known' })}>
              {t('arrive.yes')} {i === 0 && <kbd>Y</kbd>}
            </button>
            <button type="button" className="pill" onClick={() => answer({ fact: m.fact, status: 'no' })}>
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
                  .map((m) => nameOf(m.fact))
                  .join(', '),
                more: Math.max(0, visit.missing.length - SHOWN - 6),
              })
            : ''}
        </p>
        <button type="button" className="pill" onClick={() => none(visit.missing.map((m) => m.fact))}>
          {t('arrive.noToRest', { count: visit.missing.length })}
        </button>
      </div>
    </section>
  );
}
