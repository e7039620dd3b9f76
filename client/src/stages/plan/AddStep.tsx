import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { PlanStep, TaughtLine, VisitView, Vocabulary } from '../../api/types';
import { drawingOf, StepChart, type Drawing } from '../../chart/StepChart';
import { FoundStep } from './FoundStep';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  /** The step it shall come after. */
  after: PlanStep;
  onAdd: (taught: string) => void;
  onDone: () => void;
}

const filters = ['lying', 'atHand', 'allowed', 'withinOwn'] as const;

type Only = Partial<Record<(typeof filters)[number], boolean>>;

/**
 * A step found by words among all that are taught, with its picture, its time and what is against it today, put behind the chosen one or
 * dragged to its place. With nothing typed, one's own favourites.
 */
export function AddStep({ visit, words, after, onAdd, onDone }: Props) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState('');
  const [seen, setSeen] = useState('');
  const [only, setOnly] = useState<Only>({});
  const q = useDeferredValue(typed.trim());
  const asked = q.length !== 1;
  const found = useQuery({
    queryKey: keptAs.taught(visit, q, after.id, only),
    queryFn: () =>
      ask(
        http.GET('/api/visits/{visitId}/plan/taught', {
          params: { path: { visitId: visit.id }, query: { q, after: after.id, ...only } },
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
  const none = q ? (Object.values(only).some(Boolean) ? 'plan.addNoneSo' : 'plan.addNone') : 'plan.addNoFavourite';
  return (
    <section
      className="addstep"
      aria-label={t('plan.add')}
      onKeyDown={(e) => {
        if (e.key === 'Escape') onDone();
      }}
    >
      <div className="findrow">
        <label className="form-label" htmlFor="add-step">
          {t('plan.addFind', { step: after.name })}
        </label>
        <fieldset className="traditions">
          <legend className="visually-hidden">{t('plan.only.legend')}</legend>
          {filters.map((f) => (
            <label key={f} className={only[f] ? 'pill on' : 'pill'} title={t(`plan.only.${f}Why`)}>
              <input
                type="checkbox"
                checked={only[f] ?? false}
                onChange={(e) => setOnly({ ...only, [f]: e.target.checked || undefined })}
              />
              {t(`plan.only.${f}`)}
            </label>
          ))}
        </fieldset>
      </div>
      <Form.Control
        id="add-step"
        type="search"
        autoFocus
        placeholder={t('plan.addHint')}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && first && q && typed.trim() === q) onAdd(first.id);
        }}
      />
      {asked && found.isSuccess && lines.length === 0 && <p className="soft small">{t(none)}</p>}
      <div className="offered">
        <ol>
          {lines.map((l) => (
            <FoundStep key={l.id} line={l} words={words} onSee={() => setSeen(l.id)} onAdd={() => onAdd(l.id)} />
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
