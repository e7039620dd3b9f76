import { useLayoutEffect, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { AskCard as Card, FactEntry, VisitView, Vocabulary } from '../../api/types';
import { useCommands } from '../../shell/keys';
import { Fold } from '../../ui/Fold';
import { AskCard } from './AskCard';
import { useAnswer } from './useAnswer';

const waits = (c: Card) => c.state === 'open' || c.state === 'still-so';

/**
 * The cards of the door, then the lists that are not gone through or too old. One is in focus: only to that one Y and N speak, and only
 * while it has the keyboard.
 */
export function Cards({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { card: answerCard } = useAnswer(visit.id);
  const [chosen, setChosen] = useState<string | null>(null);
  const [picking, setPicking] = useState(false);
  const focused = useRef<HTMLElement>(null);
  const asking = visit.asking;
  const may = !!visit.may['ask-facts']?.allowed;
  const all = asking ? [...asking.door, ...asking.lists] : [];
  const current = all.find((c) => c.id === chosen) ?? all.find(waits);
  const at = current?.id;
  const holdsFocus = () => !!focused.current?.contains(document.activeElement);

  // The page comes with the first card under the keyboard; the next one takes it over, unless somebody is at work elsewhere.
  const come = useRef(false);
  useLayoutEffect(() => {
    const active = document.activeElement;
    if (!come.current || !active || active === document.body || active.closest('.cards')) {
      focused.current?.focus({ preventScroll: true });
    }
    come.current = true;
  }, [at]);

  const go = (id: string | null) => {
    setPicking(false);
    setChosen(id);
  };
  const answer = (card: Card, yes: FactEntry[] = [], how: { notConcerned?: boolean; withdraw?: boolean } = {}) => {
    answerCard(card, yes, how);
    go(null);
  };
  useCommands('arrive', {
    no: may && !!current && !picking && (() => holdsFocus() && answer(current)),
    yes: may && !!current && !picking && (() => holdsFocus() && setPicking(true)),
  });

  if (!asking) return null;
  const drawn = (card: Card, number?: number) => {
    const on = card.id === at;
    return (
      <AskCard
        key={card.id}
        card={card}
        words={words}
        number={number}
        on={on}
        may={may}
        picking={on && picking}
        hold={on ? focused : undefined}
        onOpen={() => go(card.id)}
        onPick={setPicking}
        onAnswer={(yes, how) => answer(card, yes, how)}
      />
    );
  };
  /** A list gone through takes no more room than its name. */
  const kept = (list: Card) => (
    <button key={list.id} type="button" className="pill quiet" title={t('cards.gone')} onClick={() => go(list.id)}>
      ✓ {list.name}
    </button>
  );
  return (
    <section className="cards" aria-label={t('cards.title')}>
      {asking.door.map((card, i) => drawn(card, i + 1))}
      {asking.lists.every((l) => l.state === 'answered' && l.id !== at) ? (
        <Fold className="lists bare" title={t('cards.listsGone', { count: asking.lists.length })}>
          {asking.lists.map(kept)}
        </Fold>
      ) : (
        <div className="lists">
          <h2>{t('cards.lists')}</h2>
          {asking.lists.filter((l) => l.state === 'answered' && l.id !== at).map(kept)}
          {asking.lists.filter((l) => l.state !== 'answered' || l.id === at).map((card) => drawn(card))}
        </div>
      )}
    </section>
  );
}
