import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../../api/named';
import type { NotedResponse, VisitView, Vocabulary } from '../../../api/types';
import { decidedOf } from '../Decide';
import { SavedText } from '../../../parts/SavedText';

interface Props {
  noted: NotedResponse;
  visit: VisitView;
  words: Vocabulary;
  onAdd: (of: string, part: { text?: string; strength?: number }) => void;
}

const strengths = [1, 2, 3];

/** What was noted last and where; how strong it was and words to it can be added while it is remembered. */
export function LastNote({ noted, visit, words, onAdd }: Props) {
  const { t } = useTranslation();
  const { detail } = noted;
  const felt = noted.response !== decidedOf(words);
  return (
    <section className="lastnote" aria-label={t('lastNote.title')}>
      <p>
        <b>{nameIn(words.responses, noted.response)}</b>{' '}
        <span className="soft">
          {[
            known(visit.plan.steps, noted.step)?.name,
            detail?.place,
            detail?.side && detail.side !== 'mid' ? t(`side.${detail.side}`) : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </p>
      {felt && (
        <div className="strengths" role="group" aria-label={t('lastNote.strength')}>
          {strengths.map((s) => (
            <button
              key={s}
              type="button"
              className={detail?.strength === s ? 'pill on' : 'pill'}
              aria-pressed={detail?.strength === s}
              onClick={() => onAdd(noted.id, { strength: s })}
            >
              {t(`lastNote.of.${s}`)}
            </button>
          ))}
        </div>
      )}
      <SavedText
        key={noted.id}
        id="last-note"
        label={t('lastNote.words')}
        rows={1}
        placeholder={t('lastNote.words')}
        value={noted.text ?? ''}
        save={(text) => onAdd(noted.id, { text })}
      />
    </section>
  );
}
