/** Rows of the stack that can be dragged into another order, by pointer and by keyboard. */

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
import type { ComponentProps, ReactNode } from "react";
import type { TimelineCell } from "~/core/timeline";
import type { Grip } from "./stack-view";

/** What a screen reader hears while a cell is moved. */
const ACCESSIBILITY: ComponentProps<typeof DndContext>["accessibility"] = {
  ...(typeof document === "undefined" ? {} : { container: document.body }),
  screenReaderInstructions: {
    draggable: "Press space to pick the cell up, arrow keys to move it, space to put it down.",
  },
  announcements: {
    onDragStart: ({ active }) => `Cell ${active.id} is picked up.`,
    onDragOver: ({ active, over }) => (over ? `Cell ${active.id} is at place ${over.id}.` : undefined),
    onDragEnd: ({ active, over }) => `Cell ${active.id} is put down${over ? ` at place ${over.id}` : ""}.`,
    onDragCancel: ({ active }) => `Cell ${active.id} stays where it was.`,
  },
};

type RenderRow = (cell: TimelineCell, row: number, grip: Grip) => ReactNode;

interface MovableRowsProps {
  readonly cells: readonly TimelineCell[];
  readonly renderRow: RenderRow;
  readonly onMoveCell: (from: number, to: number) => void;
}

export default function MovableRows({ cells, renderRow, onMoveCell }: MovableRowsProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMoveCell(Number(active.id) - 1, Number(over.id) - 1);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={ACCESSIBILITY}
    >
      <SortableContext items={cells.map(({ index }) => index + 1)} strategy={verticalListSortingStrategy}>
        {cells.map((cell, row) => (
          <MovableRow key={cell.index} cell={cell} row={row} renderRow={renderRow} />
        ))}
      </SortableContext>
    </DndContext>
  );
}

interface MovableRowProps {
  readonly cell: TimelineCell;
  readonly row: number;
  readonly renderRow: RenderRow;
}

function MovableRow({ cell, row, renderRow }: MovableRowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: cell.index + 1,
  });
  return renderRow(cell, row, {
    row: setNodeRef,
    handle: setActivatorNodeRef,
    handleProps: { ...attributes, ...listeners },
    transform: CSS.Translate.toString(transform),
    transition,
    isDragging,
  });
}
