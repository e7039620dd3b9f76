import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { nameIn } from '../../api/named';
import type { PlanStep, TaughtLine, VisitView, Vocabulary } from '../../api/types';
import { drawingOf, StepChart, type Drawing } from '../../chart/StepChart';
import { plain } from '../../parts/Guide';
import { minSec } from '../../parts/spoken';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  /** The step it shall come after. */
  after: PlanStep;
  onAdd: (taught: string) => void;
  onDone: () => void;
}

/** A step found by words among all that are taught, with its picture, its time and what is against it today, put behind the chosen one. */
export function AddStep({ visit, words, after, onAdd, onDone }: Props) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState('');
  const [seen, setSeen] = useState('');
  const q = useDeferredValue(typed.trim());
  const asked = q.length > 1;
  const found = useQuery({
    queryKey: keptAs.taught(visit, q, after.id),
    queryFn: () =>
      ask(
        http.GET('/api/visits/{visitId}/plan/taught', {
          params: { path: { visitId: visit.id }, query: { q, after: after.id } },
        }),
      ),
    enabled: asked,
    placeholderData: keepPreviousData,
  });
  const lines = asked ? (found.data ?? []) : [];
  const first = found.isPlaceholderData ? undefined : lines.find((l) => l.standing.barred.length === 0);
  /** The client with this step in the plan, for its picture. */
  const asItWouldBe = (l: TaughtLine): Drawing => ({
    ...drawingOf(visit),
    expanded: [{ ...visit.expansion.steps[0]!, id: l.step.id, stations: l.standing.stations }],
  });
  const shown = lines.find((l) => l.id === seen) ?? lines[0];
  return (
    <section
      className="addstep"
      aria-label={t('plan.add')}
      onKeyDown={(e) => {
        if (e.key === 'Escape') onDone();
      }}
    >
      <label className="form-label" htmlFor="add-step">
        {t('plan.addFind', { step: after.name })}
      </label>
      <Form.Control
        id="add-step"
        type="search"
        autoFocus
        placeholder={t('plan.addHint')}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && first && typed.trim() === q) onAdd(first.id);
        }}
      />
      {asked && found.isSuccess && lines.length === 0 && <p className="soft small">{t('plan.addNone')}</p>}
      <div className="offered">
        <ol>
          {lines.map((l) => (
            <li key={l.id} onMouseEnter={() => setSeen(l.id)} onFocus={() => setSeen(l.id)}>
              <button
                type="button"
                className="plain"
                disabled={l.standing.barred.length > 0}
                aria-label={t('plan.addNow', { name: l.step.name })}
                onClick={() => onAdd(l.id)}
              >
                <b>{l.step.name}</b>
                <span className="soft small">
                  {[
                    plain(l.step.where),
                    nameIn(words.positions, l.step.position),
                    nameIn(words.contacts, l.step.contact),
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </button>
              <span className="small">
                {l.standing.barred.length > 0 ? (
                  <span className="plum">{l.standing.barred.join('; ')}</span>
                ) : (
                  [...l.standing.limited, l.turns ? t('plan.addTurns') : ''].filter(Boolean).join('; ')
                )}
              </span>
              <span className="soft small">{l.flow}</span>
              <time>{minSec(l.standing.seconds)}</time>
            </li>
          ))}
        </ol>
        {shown && (
          <div className="stepchart">
            <StepChart on={asItWouldBe(shown)} step={shown.step} words={words} box={{ width: 190, height: 250 }} />
          </div>
        )}
      </div>
    </section>
  );
}
