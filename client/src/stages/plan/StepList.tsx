import { DndContext, MouseSensor, TouchSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useEffect, useRef, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import type { VisitView, Vocabulary } from '../../api/types';
import { sectionName } from '../../parts/blockName';
import { minSec } from '../../parts/spoken';
import { StepRow } from './StepRow';
import type { useChosen } from './useChosen';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  chosen: ReturnType<typeof useChosen>;
  flagged: Set<string>;
  remarked: Set<string>;
  locked: boolean;
  onMove: (steps: string[], to: number) => void;
}

/** The steps in their order, under the names of their blocks; dragged, or moved by keys. */
export function StepList({ visit, words, chosen, flagged, remarked, locked, onMove }: Props) {
  const { t } = useTranslation();
  const { steps } = visit.plan;
  // A finger scrolls the list; only one that rests takes a step up.
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  const listed = useRef<HTMLDivElement>(null);
  useEffect(() => {
    listed.current?.querySelector('.step.sel')?.scrollIntoView({ block: 'nearest' });
  }, [chosen.selected.id]);
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const inHand = chosen.chosen.map((s) => s.id);
    const moved = inHand.includes(String(active.id)) ? inHand : [String(active.id)];
    const from = steps.findIndex((s) => s.id === active.id);
    const onto = steps.findIndex((s) => s.id === over.id);
    // The place among the steps that stay: dropped downward it comes after, upward before.
    const before = steps.slice(0, onto + (onto > from ? 1 : 0)).filter((s) => !moved.includes(s.id)).length;
    onMove(moved, before);
  };
  return (
    <DndContext sensors={sensors} onDragEnd={dropped}>
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
                    remarked={remarked.has(step.id)}
                    onSelect={(e) => chosen.click(step.id, e)}
                  />
                </Movable>
              </div>
            );
          })}
        </div>
      </SortableContext>
    </DndContext>
  );
}

function Movable({ id, children }: { id: string; children: ReactNode }) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      className={isDragging ? 'movable held' : 'movable'}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      {...listeners}
    >
      {children}
    </div>
  );
}
