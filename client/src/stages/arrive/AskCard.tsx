import { useState, type RefObject } from 'react';
import { useTranslation } from 'react-i18next';
import { known } from '../../api/named';
import type { AskCard as Card, FactEntry, Vocabulary } from '../../api/types';
import { FactFields } from '../../parts/FactFields';
import { day } from '../../parts/spoken';
import { CommandCap } from '../../shell/KeyCap';

interface Props {
  card: Card;
  words: Vocabulary;
  /** At the door they are counted. */
  number?: number;
  on: boolean;
  may: boolean;
  picking: boolean;
  hold?: RefObject<HTMLElement | null>;
  onOpen: () => void;
  onPick: (picking: boolean) => void;
  onAnswer: (yes?: FactEntry[], how?: { notConcerned?: boolean; withdraw?: boolean }) => void;
}

/** A card: one line, or in focus to be read aloud and answered. A no to it is one record. */
export function AskCard({ card, words, number, on, may, picking, hold, onOpen, onPick, onAnswer }: Props) {
  const { t } = useTranslation();
  const open = card.state === 'open' || card.state === 'still-so';
  const said = card.lines.flatMap((l) => l.facts.filter((f) => f.said));
  return (
    <article
      ref={on ? hold : undefined}
      tabIndex={-1}
      className={['askcard', on && 'on', card.state, card.redFlags && 'flags'].filter(Boolean).join(' ')}
      aria-label={card.name}
    >
      <button type="button" className="cardhead" aria-expanded={on} onClick={onOpen}>
        <i aria-hidden="true">{open ? (number ?? '') : '✓'}</i>
        <b>{card.name}</b>
        <span className="soft small">{state(card, t)}</span>
      </button>
      {on && (
        <div className="cardbody">
          <p className="spoken">{card.say}</p>
          {said.length > 0 && (
            <p className="soft small">{t('cards.known', { list: said.map((f) => f.name).join(', ') })}</p>
          )}
          {picking ? (
            <Picking card={card} words={words} onDone={onAnswer} onBack={() => onPick(false)} />
          ) : (
            <div className="acts">
              {open && (
                <button type="button" className="pill main" disabled={!may} onClick={() => onAnswer()}>
                  {t(card.state === 'still-so' ? 'cards.stillNo' : 'cards.no')} <CommandCap in="arrive" of="no" />
                </button>
              )}
              <button type="button" className="pill" disabled={!may} onClick={() => onPick(true)}>
                {t('cards.yes')} <CommandCap in="arrive" of="yes" />
              </button>
              {card.mayNotConcern && open && (
                <button
                  type="button"
                  className="pill quiet"
                  disabled={!may}
                  onClick={() => onAnswer([], { notConcerned: true })}
                >
                  {t('cards.notConcerned')}
                </button>
              )}
              {!open && (
                <button
                  type="button"
                  className="pill quiet"
                  disabled={!may}
                  onClick={() => onAnswer([], { withdraw: true })}
                >
                  {t('cards.askAgain')}
                </button>
              )}
            </div>
          )}
        </div>
      )}
    </article>
  );
}

function state(card: Card, t: ReturnType<typeof useTranslation>['t']) {
  const by = card.answer?.askedBy;
  const date = card.answer && day(card.answer.on);
  switch (card.state) {
    case 'open':
      return t(card.at === 'door' ? 'cards.open' : 'cards.notGone');
    case 'still-so':
      return t('cards.stillSo', { date });
    case 'not-concerned':
      return t('cards.setAside');
    case 'answered':
      return by ? t('cards.answered', { by, date }) : t('cards.onPhone', { date });
  }
}

interface PickingProps {
  card: Card;
  words: Vocabulary;
  onDone: (yes: FactEntry[]) => void;
  onBack: () => void;
}

/** What of a card is a yes: each with its side, place and details at once; the rest of the card is a no. */
function Picking({ card, words, onDone, onBack }: PickingProps) {
  const { t } = useTranslation();
  const [yes, setYes] = useState<FactEntry[]>([]);
  const toggle = (fact: string) =>
    setYes(yes.some((y) => y.fact === fact) ? yes.filter((y) => y.fact !== fact) : [...yes, { fact, status: 'known' }]);
  return (
    <form
      className="picking"
      onSubmit={(e) => {
        e.preventDefault();
        onDone(yes);
      }}
    >
      {card.lines.map((line) => (
        <div key={line.say} className="cardline" role="group" aria-label={line.say}>
          {line.facts.length > 1 && <span className="soft small">{line.say}</span>}
          <div className="options">
            {line.facts.map((f) => {
              const entry = yes.find((y) => y.fact === f.fact);
              return (
                <button
                  key={f.fact}
                  type="button"
                  className={entry ? 'pill on' : 'pill'}
                  aria-pressed={!!entry}
                  onClick={() => toggle(f.fact)}
                >
                  {line.facts.length > 1 ? f.name : line.say}
                </button>
              );
            })}
          </div>
          {yes
            .filter((y) => line.facts.some((f) => f.fact === y.fact))
            .map((y) => (
              <Exact
                key={y.fact}
                entry={y}
                words={words}
                set={(part) => setYes(yes.map((o) => (o.fact === y.fact ? { ...o, ...part } : o)))}
              />
            ))}
        </div>
      ))}
      <div className="acts">
        <button type="submit" className="pill main" disabled={yes.length === 0}>
          {t('cards.done', { count: yes.length })}
        </button>
        <button type="button" className="pill quiet" onClick={onBack}>
          {t('cards.back')}
        </button>
      </div>
    </form>
  );
}

function Exact({
  entry,
  words,
  set,
}: {
  entry: FactEntry;
  words: Vocabulary;
  set: (part: Partial<FactEntry>) => void;
}) {
  const { t } = useTranslation();
  const fact = known(words.facts, entry.fact);
  if (!fact || !(fact.sided || fact.regional || fact.details.length > 0)) return null;
  return (
    <div className="exact">
      <span className="small">{t('cards.exactly', { fact: fact.name })}</span>
      <FactFields asks={fact} entry={entry} regions={[...words.areas, ...words.regions]} set={set} />
    </div>
  );
}
