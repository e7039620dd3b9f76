import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';
import { nameIn } from '../api/named';
import type { VisitView, Vocabulary } from '../api/types';
import { day } from './spoken';

/** What was felt or found here at the client's last sessions, with what became of it. Nothing where nothing is known. */
export function FoundBefore({ visit, step, words }: { visit: VisitView; step: string; words: Vocabulary }) {
  const { t } = useTranslation();
  const { data } = useQuery({
    queryKey: keptAs.foundBefore(visit),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/give/before', { params: { path: { visitId: visit.id } } })),
  });
  const found = data?.[step] ?? [];
  if (found.length === 0) return null;
  const strong = (s?: number | null) => (s ? t(`lastNote.of.${s}`) : '');
  return (
    <ul className="foundbefore" aria-label={t('foundBefore.title')}>
      {found.map((f) => (
        <li key={`${f.response}${f.place ?? ''}`}>
          <b>{nameIn(words.responses, f.response)}</b>{' '}
          {[f.place, strong(f.strength), f.text, day(f.date)].filter(Boolean).join(' · ')}
          {f.before != null && f.strength != null && f.before !== f.strength && (
            <em> {t(f.strength < f.before ? 'foundBefore.less' : 'foundBefore.more', { was: strong(f.before) })}</em>
          )}
        </li>
      ))}
    </ul>
  );
}
