import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { LikeLine, Vocabulary } from '../../../api/types';
import { nameIn } from '../../../api/named';
import { minSec } from '../../../parts/spoken';

const few = 4;

/** Other ways of working for the same purpose in the same place, each with what is then otherwise and what is against it today. */
export function Exchange({
  like,
  words,
  onTake,
}: {
  like: LikeLine[];
  words: Vocabulary;
  onTake: (technique: string) => void;
}) {
  const { t } = useTranslation();
  const [all, setAll] = useState(false);
  if (like.length === 0) return <p className="soft small">{t('change.noneLike')}</p>;
  const able = [...like].sort((a, b) => a.standing.barred.length - b.standing.barred.length);
  return (
    <section aria-label={t('change.exchange')} className="exchange">
      <h3>{t('change.exchange')}</h3>
      <ul>
        {able.slice(0, all ? able.length : few).map((l) => {
          const { barred, limited, seconds } = l.standing;
          const name = nameIn(words.techniques, l.technique);
          return (
            <li key={l.technique}>
              <button
                type="button"
                className="plain"
                disabled={barred.length > 0}
                aria-label={t('change.take', { name })}
                onClick={() => onTake(l.technique)}
              >
                <b>{name}</b>
                <span className="soft small">{l.differs.join('; ') || t('change.sameWay')}</span>
                {barred.length > 0 && <span className="plum small">{barred.join('; ')}</span>}
                {barred.length === 0 && limited.length > 0 && <span className="small">{limited.join('; ')}</span>}
              </button>
              <time>{minSec(seconds)}</time>
            </li>
          );
        })}
      </ul>
      {able.length > few && (
        <button type="button" className="pill quiet" aria-expanded={all} onClick={() => setAll(!all)}>
          {t(all ? 'change.fewer' : 'change.more', { count: able.length - few })}
        </button>
      )}
    </section>
  );
}
