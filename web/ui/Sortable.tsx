import { DndContext, KeyboardSensor, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { restrictToParentElement, restrictToVerticalAxis } from '@dnd-kit/modifiers';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';

interface SortableListProps {
  label: string;
  /** From top to bottom. */
  ids: string[];
  disabled?: boolean;
  /** Places from the top. */
  onMove(from: number, to: number): void;
  children: ReactNode;
}

/** A list whose items are dragged to another place by their grips; with the keyboard by space, then arrows. */
export function SortableList({ label, ids, disabled, onMove, children }: SortableListProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[restrictToVerticalAxis, restrictToParentElement]}
      onDragEnd={({ active, over }) =>
        over && active.id !== over.id && onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)))
      }
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={disabled}>
        <ol className="flex flex-col" aria-label={label}>
          {children}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/** One item, with its grip at the left. */
export function SortableItem({ id, name, children }: { id: string; name: string; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex gap-1 border-b border-rule bg-white py-1.5 ${isDragging ? 'relative z-10 opacity-80' : ''}`}
    >
      <button
        {...attributes}
        {...listeners}
        className="quiet-button -ml-1 h-6 cursor-grab self-start px-0"
        aria-label={`Drag ${name} to another place`}
        title="Drag it to another place"
      >
        <GripVertical size={14} aria-hidden />
      </button>
      <div className="min-w-0 grow">{children}</div>
    </li>
  );
}
