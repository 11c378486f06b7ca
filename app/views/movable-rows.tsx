/** Rows that can be reordered by dragging, with pointer or keyboard. */

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import type { ComponentProps, HTMLAttributes, ReactNode, Ref } from "react";

/** What a row needs to be draggable. */
export interface Grip {
  readonly row: Ref<HTMLDivElement>;
  readonly handle: Ref<HTMLButtonElement>;
  readonly handleProps: HTMLAttributes<HTMLButtonElement>;
  readonly transform: string | undefined;
  readonly transition: string | undefined;
  readonly isDragging: boolean;
}

/** What screen readers announce while a row is moved; `what`: "Cell". */
function announce(what: string): ComponentProps<typeof DndContext>["accessibility"] {
  return {
    ...(typeof document === "undefined" ? {} : { container: document.body }),
    screenReaderInstructions: {
      draggable: `Press space to pick the ${what.toLowerCase()} up, arrow keys to move it, space to put it down.`,
    },
    announcements: {
      onDragStart: ({ active }) => `${what} ${active.id} is picked up.`,
      onDragOver: ({ active, over }) => (over ? `${what} ${active.id} is at place ${over.id}.` : undefined),
      onDragEnd: ({ active, over }) => `${what} ${active.id} is put down${over ? ` at place ${over.id}` : ""}.`,
      onDragCancel: ({ active }) => `${what} ${active.id} stays where it was.`,
    },
  };
}

interface MovableRowsProps {
  readonly count: number;
  /** One per row, so that text typed in a row stays with it. */
  readonly keyOf: (row: number) => string | number;
  /** The index of the first row, from 0. */
  readonly first?: number;
  /** "Cell": the name used in announcements. */
  readonly what: string;
  readonly renderRow: (row: number, grip: Grip) => ReactNode;
  /** Indices from 0. */
  readonly onMove: (from: number, to: number) => void;
}

export default function MovableRows({ count, keyOf, first = 0, what, renderRow, onMove }: MovableRowsProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMove(Number(active.id) - 1, Number(over.id) - 1);
  };
  const rows = Array.from({ length: count }, (_, row) => row);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={announce(what)}
    >
      <SortableContext items={rows.map((row) => first + row + 1)} strategy={verticalListSortingStrategy}>
        {rows.map((row) => (
          <MovableRow key={keyOf(row)} id={first + row + 1} render={(grip) => renderRow(row, grip)} />
        ))}
      </SortableContext>
    </DndContext>
  );
}

interface MovableRowProps {
  readonly id: number;
  readonly render: (grip: Grip) => ReactNode;
}

function MovableRow({ id, render }: MovableRowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return render({
    row: setNodeRef,
    handle: setActivatorNodeRef,
    handleProps: { ...attributes, ...listeners },
    transform: CSS.Translate.toString(transform),
    transition,
    isDragging,
  });
}
