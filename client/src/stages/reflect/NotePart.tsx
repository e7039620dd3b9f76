import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitNote, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { SavedText } from '../../parts/SavedText';
import { Fold } from '../../ui/Fold';

const TURNED = 4;

/** One part of the note: drafted until a hand takes it over; what is noted after that is offered, not lost. */
export function NotePart({ visit, part, mayWrite }: { visit: VisitView; part: keyof VisitNote; mayWrite: boolean }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const text = visit.note[part];
  const since = visit.noteSince?.[part];
  const save = (now: string) => change('put', 'reflect', { note: { [part]: now } });
  const catchUp = (now: string) => change('put', 'reflect', { note: { [part]: now }, caughtUp: true });
  return (
    <div>
      <SavedText
        id={`note-${part}`}
        label={t(`reflect.${part}`)}
        hideLabel={false}
        rows={TURNED}
        value={text}
        disabled={!mayWrite}
        save={save}
      />
      {mayWrite && since && (
        <p className="since small" role="status">
          {t('reflect.since')} <q>{since}</q>{' '}
          <button type="button" className="textbutton" onClick={() => catchUp(`${text} ${since}`.trim())}>
            {t('reflect.sinceAdd')}
          </button>
          <button type="button" className="textbutton" onClick={() => catchUp(text)}>
            {t('reflect.sinceLeave')}
          </button>
        </p>
      )}
      {mayWrite && <Phrases id={part} text={text} onText={save} />}
    </div>
  );
}

/** One's own sentences: put in by a touch, kept from what stands in the part. */
function Phrases({ id, text, onText }: { id: string; text: string; onText: (text: string) => void }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const phrases = useQuery({ queryKey: keptAs.phrases(), queryFn: () => ask(http.GET('/api/me/phrases')) });
  const own = phrases.data ?? [];
  const keep = async (now: string[]) => {
    cache.setQueryData(keptAs.phrases(), await ask(http.PUT('/api/me/phrases', { body: { phrases: now } })));
  };
  const last =
    text
      .trim()
      .split(/(?<=[.?!])\s+/)
      .at(-1) ?? '';
  return (
    <Fold title={t('reflect.phrases')}>
      <ul className="phrases" aria-labelledby={`note-${id}`}>
        {own.map((p) => (
          <li key={p}>
            <button type="button" className="pill" onClick={() => onText(`${text} ${p}`.trim())}>
              {p}
            </button>
            <button
              type="button"
              className="textbutton"
              aria-label={t('reflect.phraseOut', { phrase: p })}
              onClick={() => void keep(own.filter((x) => x !== p))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      {last && !own.includes(last) && (
        <button type="button" className="textbutton" onClick={() => void keep([last, ...own])}>
          {t('reflect.phraseKeep', { phrase: last })}
        </button>
      )}
      {!last && own.length === 0 && <p className="soft small">{t('reflect.phrasesNone')}</p>}
    </Fold>
  );
}
