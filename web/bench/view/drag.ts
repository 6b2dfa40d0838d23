import { useRef, type PointerEvent } from 'react';
import type { Point } from '../../../core/shape/affine';
import { useViewport } from './viewport';

/** One drag on the sheet, in sheet px. */
export interface DragMove<Start> {
  /** What was noted when the drag began. */
  start: Start;
  from: Point;
  to: Point;
  /** True once the pointer has left the place where it went down by more than a slip of the hand. */
  moved: boolean;
  shift: boolean;
  alt: boolean;
  /** How hard a pen presses, fraction; null for devices that do not tell. */
  pressure: number | null;
}

interface DragWork<Start> {
  /** Notes how everything was when the drag began, so that every move is counted from there. */
  begin(at: Point, pressure: number | null): Start;
  move(drag: DragMove<Start>): void;
  /** When it is let go. */
  end(drag: DragMove<Start>): void;
  cancel?(): void;
}

/** A mouse says 0.5 whatever is done with it, and a finger often nothing. */
const pressureOf = ({ pointerType, pressure }: PointerEvent): number | null =>
  pointerType === 'pen' ? pressure : null;

/** Pointer handlers for something that is dragged on the sheet. */
export function useDrag<Start>({ begin, move, end, cancel }: DragWork<Start>) {
  const { toSheet } = useViewport();
  const state = useRef<{ start: Start; from: Point; client: [number, number]; moved: boolean } | null>(null);
  const dragOf = (event: PointerEvent): DragMove<Start> => {
    const { start, from, moved } = state.current!;
    return {
      start,
      from,
      to: toSheet(event),
      moved,
      shift: event.shiftKey,
      alt: event.altKey,
      pressure: pressureOf(event),
    };
  };
  return {
    onPointerDown(event: PointerEvent<Element>): void {
      if (event.button !== 0) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      const from = toSheet(event);
      state.current = {
        start: begin(from, pressureOf(event)),
        from,
        client: [event.clientX, event.clientY],
        moved: false,
      };
    },
    onPointerMove(event: PointerEvent<Element>): void {
      const current = state.current;
      if (!current) return;
      if (Math.hypot(event.clientX - current.client[0], event.clientY - current.client[1]) > 2) current.moved = true;
      if (current.moved) move(dragOf(event));
    },
    onPointerUp(event: PointerEvent<Element>): void {
      if (!state.current) return;
      const drag = dragOf(event);
      state.current = null;
      end(drag);
    },
    onPointerCancel(): void {
      state.current = null;
      cancel?.();
    },
  };
}

export type DragHandlers = ReturnType<typeof useDrag>;
