import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { VisitView, Vocabulary } from '../../api/types';
import { OutcomeSign } from '../../parts/OutcomeSign';
import { day } from '../../parts/spoken';
import { Fold } from '../../ui/Fold';
import { useAnswer } from './useAnswer';

/** What is worth asking beyond the cards, at most five; the rest stands as not asked. */
export function Further({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { answer } = useAnswer(visit.id);
  const further = visit.asking?.further;
  if (!further || !visit.may['ask-facts']?.allowed) return null;
  return (
    <section className="questions" aria-label={t('cards.further')}>
      {further.ask.length > 0 && <h2>{t('cards.furtherTitle', { count: further.ask.length })}</h2>}
      {further.ask.map((m) => (
        <div key={m.fact} className="question">
          <OutcomeSign outcome={m.strongest} />
          <div>
            <b>{m.question}</b>
            <p className="soft small">
              {m.deniedOn ? t('cards.deniedOn', { date: day(m.deniedOn) }) : t('arrive.ifYes', { why: m.why })}
              {m.steps.length > 0 &&
                ` · ${m.steps.length > 2 ? t('arrive.steps', { count: m.steps.length }) : m.steps.join(', ')}`}
            </p>
          </div>
          <div className="yesno">
            <button type="button" className="pill" onClick={() => answer(m.ifYes!)}>
              {t('arrive.yes')}
            </button>
            <button type="button" className="pill" onClick={() => answer(m.ifNo!)}>
              {t('arrive.no')}
            </button>
          </div>
        </div>
      ))}
      {further.notAsked.length > 0 && (
        <Fold title={t('cards.notAsked', { count: further.notAsked.length })}>
          <p className="soft small">{further.notAsked.map((m) => nameIn(words.facts, m.fact)).join(', ')}</p>
        </Fold>
      )}
    </section>
  );
}
