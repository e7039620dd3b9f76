import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import type { FactEntry, PhonePage } from '../../api/types';
import { FactFields } from '../../parts/FactFields';
import { TouchBody } from './TouchBody';

interface Props {
  list: PhonePage['lists'][number];
  places: PhonePage['places'];
  answers: FactEntry[];
  onAnswers: (answers: FactEntry[]) => void;
  onNext: () => void;
  onNone: () => void;
  onSkip: () => void;
  onBack: () => void;
  children?: ReactNode;
}

/** One list: lines to tick in the client's own words, or none of these. */
export function ListPage({ list, places, answers, onAnswers, onNext, onNone, onSkip, onBack, children }: Props) {
  const { t } = useTranslation();
  const of = (fact: string) => answers.find((a) => a.fact === fact);
  const without = (facts: string[]) => answers.filter((a) => !facts.includes(a.fact));
  const toggle = (fact: string) => onAnswers(of(fact) ? without([fact]) : [...answers, { fact, status: 'known' }]);
  const change = (fact: string, part: Partial<FactEntry>) =>
    onAnswers(answers.map((a) => (a.fact === fact ? { ...a, ...part } : a)));
  const ticked = list.lines.flatMap((l) => l.facts).filter((f) => of(f.fact)).length;
  return (
    <section aria-labelledby={`list-${list.id}`}>
      <h1 id={`list-${list.id}`}>{list.say}</h1>
      {list.lines.map((line) => {
        const facts = line.facts.map((f) => f.fact);
        const on = facts.some(of);
        return (
          <div key={line.say} className={on ? 'phoneline on' : 'phoneline'}>
            {line.facts.length === 1 ? (
              <button type="button" aria-pressed={on} onClick={() => toggle(facts[0]!)}>
                {line.say}
              </button>
            ) : (
              <>
                <p>{line.say}</p>
                <div className="options" role="group" aria-label={line.say}>
                  {line.facts.map((f) => (
                    <button
                      key={f.fact}
                      type="button"
                      className={of(f.fact) ? 'pill on' : 'pill'}
                      aria-pressed={!!of(f.fact)}
                      onClick={() => toggle(f.fact)}
                    >
                      {f.name}
                    </button>
                  ))}
                </div>
              </>
            )}
            {line.facts.map((f) => {
              const entry = of(f.fact);
              return (
                entry &&
                (f.sided || f.regional || f.details.length > 0) && (
                  <div key={f.fact} className="phonedetails">
                    {f.regional && <TouchBody entry={entry} onPlace={(place) => change(f.fact, place)} />}
                    <FactFields asks={f} entry={entry} regions={places} set={(part) => change(f.fact, part)} />
                  </div>
                )
              );
            })}
          </div>
        );
      })}
      {children}
      <div className="phonefoot">
        <button type="button" className="pill main" onClick={ticked > 0 ? onNext : onNone}>
          {ticked > 0 ? t('phone.next', { count: ticked }) : t('phone.noneOfThese')}
        </button>
        <button type="button" className="pill quiet" onClick={onSkip}>
          {t('phone.skip')}
        </button>
        <button type="button" className="pill quiet" onClick={onBack}>
          {t('phone.back')}
        </button>
      </div>
    </section>
  );
}
