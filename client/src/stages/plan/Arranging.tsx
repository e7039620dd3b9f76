import {
  DndContext,
  DragOverlay,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useState, type ReactNode } from 'react';
import type { PlanStep } from '../../api/types';

const taught = 'taught:';

interface Props {
  steps: PlanStep[];
  /** The steps that are taken along when one of them is dragged. */
  inHand: string[];
  onMove: (steps: string[], to: number) => void;
  /** A step that was found is dropped on one of the plan. */
  onPut: (taught: string, after: string) => void;
  children: ReactNode;
}

/** What can be dragged about the plan: its steps to another place, and steps that were found into it. */
export function Arranging({ steps, inHand, onMove, onPut, children }: Props) {
  const [held, setHeld] = useState<string>();
  // A finger scrolls the list; only one that rests takes a step up.
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    setHeld(undefined);
    const [what, onto] = [String(active.id), over && String(over.id)];
    if (!onto || what === onto) return;
    if (what.startsWith(taught)) {
      onPut(what.slice(taught.length), onto);
      return;
    }
    const moved = inHand.includes(what) ? inHand : [what];
    const from = steps.findIndex((s) => s.id === what);
    const place = steps.findIndex((s) => s.id === onto);
    // The place among the steps that stay: dropped downward it comes after, upward before.
    const before = steps.slice(0, place + (place > from ? 1 : 0)).filter((s) => !moved.includes(s.id)).length;
    onMove(moved, before);
  };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => {
        const name = (active.data.current as { name?: string } | undefined)?.name;
        setHeld(String(active.id).startsWith(taught) ? name : undefined);
      }}
      onDragCancel={() => setHeld(undefined)}
      onDragEnd={dropped}
    >
      {children}
      <DragOverlay dropAnimation={null}>{held && <b className="carried">{held}</b>}</DragOverlay>
    </DndContext>
  );
}

/** Lets a step that was found be dropped into the list. */
export const useCarried = (id: string, name: string, barred: boolean) =>
  useDraggable({ id: taught + id, data: { name }, disabled: barred });

/** Whether what is carried over the list is a step that was found. */
export const isFound = (carried: { id: string | number } | null) => String(carried?.id).startsWith(taught);
