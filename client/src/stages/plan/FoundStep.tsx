import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { nameIn } from '../../api/named';
import type { TaughtLine, Vocabulary } from '../../api/types';
import { plain } from '../../parts/Guide';
import { minSec } from '../../parts/spoken';
import { useCarried } from './Arranging';
import { handsOf } from '../../parts/hands';

interface Props {
  line: TaughtLine;
  words: Vocabulary;
  onSee: () => void;
  onAdd: () => void;
}

/** A step that was found: what it is, what is for and against it, how long it takes; taken by a click or dragged to its place. */
export function FoundStep({ line, words, onSee, onAdd }: Props) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const { step, standing } = line;
  const barred = standing.barred.length > 0;
  const { setNodeRef, listeners, isDragging } = useCarried(line.id, step.name, barred);
  const favour = useMutation({
    mutationFn: () =>
      ask(http.POST('/api/techniques/favourites', { body: { taught: line.id, favourite: !line.favourite } })),
    onSuccess: () => cache.invalidateQueries({ queryKey: keptAs.anyTaught() }),
  });
  const against = [
    ...standing.limited,
    ...line.beyondOwn,
    ...(line.notHere.length > 0 ? [t('plan.notHere', { things: line.notHere.join(', ') })] : []),
    ...(line.turns ? [t('plan.addTurns')] : []),
  ];
  return (
    <li ref={setNodeRef} className={isDragging ? 'held' : ''} onMouseEnter={onSee} onFocus={onSee} {...listeners}>
      <button
        type="button"
        className={line.favourite ? 'star on' : 'star'}
        aria-pressed={line.favourite}
        aria-label={t('plan.favour', { name: step.name })}
        title={t('plan.favour', { name: step.name })}
        onClick={() => favour.mutate()}
      >
        <svg viewBox="0 0 20 20" aria-hidden>
          <path d="M10 2.6l2.3 4.7 5.1.7-3.7 3.6.9 5.1-4.6-2.4-4.6 2.4.9-5.1L2.6 8l5.1-.7z" />
        </svg>
      </button>
      <button
        type="button"
        className="plain"
        disabled={barred}
        aria-label={t('plan.addNow', { name: step.name })}
        onClick={onAdd}
      >
        <b>{step.name}</b>
        <span className="soft small where">
          {[plain(step.where), nameIn(words.positions, step.position), handsOf(step, words), line.flow]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {barred ? (
          <span className="small plum">{standing.barred.join('; ')}</span>
        ) : (
          against.length > 0 && <span className="small">{against.join('; ')}</span>
        )}
      </button>
      <time>{minSec(standing.seconds)}</time>
    </li>
  );
}
