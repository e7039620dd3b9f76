import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useEffect, useRef, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { sectionName } from '../../parts/blockName';
import { roundOf } from '../../parts/rounds';
import { minSec } from '../../parts/spoken';
import { isFound } from './Arranging';
import { StepRow } from './StepRow';
import type { useChosen } from './useChosen';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  chosen: ReturnType<typeof useChosen>;
  flagged: Set<string>;
  remarked: Set<string>;
  locked: boolean;
}

/** The steps in their order, under the names of their blocks; dragged, or moved by keys. */
export function StepList({ visit, words, chosen, flagged, remarked, locked }: Props) {
  const { t } = useTranslation();
  const { steps } = visit.plan;
  const listed = useRef<HTMLDivElement>(null);
  useEffect(() => {
    listed.current?.querySelector('.step.sel')?.scrollIntoView({ block: 'nearest' });
  }, [chosen.selected.id]);
  return (
    <SortableContext items={steps.map((s) => s.id)} strategy={verticalListSortingStrategy} disabled={locked}>
      <div className="steps" ref={listed} aria-label={t('plan.drag')} role="group">
        {steps.map((step, i) => {
          const section = visit.sections.find((s) => s.steps[0] === step.id);
          return (
            <div key={step.id}>
              {section && (
                <div className="blk">
                  {sectionName(section, t)} <span className="soft">{minSec(section.seconds)}</span>
                </div>
              )}
              <Movable id={step.id}>
                <StepRow
                  step={step}
                  expanded={visit.expansion.steps[i]!}
                  number={i + 1}
                  words={words}
                  selected={step.id === chosen.selected.id}
                  also={chosen.is(step.id)}
                  flagged={flagged.has(step.id)}
                  round={roundOf(step, steps)}
                  remarked={remarked.has(step.id)}
                  onSelect={(e) => chosen.click(step.id, e)}
                />
              </Movable>
            </div>
          );
        })}
      </div>
    </SortableContext>
  );
}

function Movable({ id, children }: { id: string; children: ReactNode }) {
  const { setNodeRef, listeners, transform, transition, isDragging, isOver, active } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      className={`movable ${isDragging ? 'held' : ''} ${isOver && isFound(active) ? 'before' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      {...listeners}
    >
      {children}
    </div>
  );
}
