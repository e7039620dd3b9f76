import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView, WordFound } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { useAnswer } from './useAnswer';

/** Finds facts by the words people use ("warfarin", "new hip", "slipped disc") and notes what the word means. */
export function FactSearch({ visit }: { visit: VisitView }) {
  const { t } = useTranslation();
  const { answer } = useAnswer(visit.id);
  const change = useChange(visit.id);
  const [text, setText] = useState('');
  const id = useId();
  const wanted = text.trim();
  const words = useQuery({
    queryKey: keptAs.words(wanted),
    queryFn: () => ask(http.GET('/api/words', { params: { query: { text: wanted } } })),
    enabled: wanted.length >= 2,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
  const found = wanted.length < 2 ? [] : (words.data ?? []);
  const take = (word: WordFound) => {
    word.noted.forEach((entry) => answer(entry));
    setText('');
  };
  const asMedicine = () => {
    answer({ fact: 'medicine', status: 'known', detail: { name: wanted } });
    setText('');
  };
  /** What no list knows is kept as it was said, until somebody tells what it stands for. */
  const asWords = (kind: 'condition' | 'complaint') => {
    const said = t('arrive.saidAs', { kind: t(`arrive.asWords.${kind}`), name: wanted });
    void change('put', 'check-in', { words: [visit.words, said].filter(Boolean).join('\n') });
    setText('');
  };
  return (
    <div className="factsearch">
      <label className="visually-hidden" htmlFor={id}>
        {t('arrive.search')}
      </label>
      <Form.Control
        id={id}
        type="search"
        autoComplete="off"
        placeholder={t('arrive.search')}
        value={text}
        disabled={!visit.may['ask-facts']?.allowed}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && found[0] && !found[0].near && take(found[0])}
      />
      {wanted.length >= 2 && words.data && (
        <ul className="found">
          {found.map((w) => (
            <li key={w.name + w.because}>
              <button type="button" onClick={() => take(w)}>
                <b>{w.name}</b>{' '}
                <span className="soft small">
                  {[
                    w.near && t('arrive.near'),
                    w.facts.join(', ') === w.name ? w.kind : t('arrive.means', { facts: w.facts.join(', ') }),
                    w.codes.map((c) => c.code).join(' '),
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </button>
            </li>
          ))}
          {(found.length === 0 || found[0]!.near) && (
            <li className="unknown">
              <span className="soft small">{t('arrive.unknown', { name: wanted })}</span>
              <button type="button" className="pill" onClick={asMedicine}>
                {t('arrive.asMedicine')}
              </button>
              {(['condition', 'complaint'] as const).map((kind) => (
                <button key={kind} type="button" className="pill" onClick={() => asWords(kind)}>
                  {t(`arrive.asWords.${kind}`)}
                </button>
              ))}
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
