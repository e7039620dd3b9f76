import { useId, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { useAnswer } from './useAnswer';

const MOST = 6;

/** Finds a fact by the words people use for it ("warfarin", "new hip") and notes it as known. */
export function FactSearch({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { answer } = useAnswer(visit.id);
  const [text, setText] = useState('');
  const id = useId();
  const wanted = text.trim().toLowerCase();
  const found =
    wanted.length < 2
      ? []
      : words.facts
          .filter((f) => [f.name, f.group, ...f.words].some((w) => w.toLowerCase().includes(wanted)))
          .slice(0, MOST);
  const take = (fact: string) => {
    answer({ fact, status: 'known' });
    setText('');
  };
  return (
    <div className="factsearch">
      <label className="visually-hidden" htmlFor={id}>
        {t('arrive.search')}
      </label>
      <input
        id={id}
        className="form-control"
        type="search"
        placeholder={t('arrive.search')}
        value={text}
        disabled={!!visit.signedAt}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && found[0] && take(found[0].id)}
      />
      {wanted.length >= 2 && (
        <ul className="found">
          {found.map((f) => (
            <li key={f.id}>
              <button type="button" onClick={() => take(f.id)}>
                <b>{f.name}</b> <span className="soft small">{f.group}</span>
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="soft p-2">{t('arrive.notFound')}</li>}
        </ul>
      )}
    </div>
  );
}
