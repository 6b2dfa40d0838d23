import { useCallback, useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Point } from '../../../core/shape/affine';
import { arrows } from '../keys/arrows';
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
  const keys = useKeyDrag({ begin, move, end, cancel });
  return {
    ...keys,
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

/** Presses that follow within this time are one change, ms. */
const burst = 600;

/** One burst of presses, as far as it has come. */
interface KeyMove<Start> {
  start: Start;
  from: Point;
  to: [number, number];
}

const keyMoveOf = <Start>({ start, from, to }: KeyMove<Start>): DragMove<Start> => ({
  start,
  from,
  to,
  moved: true,
  shift: false,
  // What is placed by single px is not brought to anything else.
  alt: true,
  pressure: null,
});

/**
 * The same drag by keyboard, of something that has the focus: arrows move it by 1 px of the sheet, with Shift by 10;
 * Escape takes the moves back. Presses in a row are one change.
 */
function useKeyDrag<Start>({ begin, move, end, cancel }: DragWork<Start>) {
  const { toSheet } = useViewport();
  const held = useRef<KeyMove<Start> | null>(null);
  const timer = useRef<number | undefined>(undefined);
  const latest = useRef({ move, end });
  useEffect(() => {
    latest.current = { move, end };
  });
  const finish = useCallback((): void => {
    window.clearTimeout(timer.current);
    const current = held.current;
    held.current = null;
    if (current) latest.current.end(keyMoveOf(current));
  }, []);
  useEffect(() => finish, [finish]);
  const placeOf = ({ currentTarget }: KeyboardEvent<Element>): [number, number] => {
    const box = currentTarget.getBoundingClientRect();
    return toSheet({ clientX: box.left + box.width / 2, clientY: box.top + box.height / 2 });
  };
  /** Enter is a click, Delete a click with Alt; Page up and down go to the ring before and after. */
  const other = (event: KeyboardEvent<Element>): void => {
    const { key } = event;
    if (key === 'Escape' && held.current) {
      held.current = null;
      window.clearTimeout(timer.current);
      event.preventDefault();
      return cancel?.();
    }
    finish();
    if (key === 'Enter' || key === 'Delete') {
      event.preventDefault();
      const at = placeOf(event);
      const start = begin(at, null);
      const click = { start, from: at, to: at, moved: false, shift: event.shiftKey, pressure: null };
      latest.current.end({ ...click, alt: key === 'Delete' });
    } else if (!event.altKey && (key === 'PageDown' || key === 'PageUp')) {
      event.preventDefault();
      const rings = [...document.querySelectorAll<SVGElement>('.ring-handle')];
      const next = rings.indexOf(event.currentTarget as SVGElement) + (key === 'PageDown' ? 1 : -1);
      rings.at(next % rings.length)?.focus();
    }
  };
  return {
    onKeyDown(event: KeyboardEvent<Element>): void {
      const direction = arrows[event.key];
      if (!direction || event.ctrlKey || event.metaKey || event.altKey) {
        if (event.key !== 'Shift') other(event);
        return;
      }
      event.preventDefault();
      window.clearTimeout(timer.current);
      if (!held.current) {
        const from = placeOf(event);
        held.current = { start: begin(from, null), from, to: [...from] };
      }
      const step = event.shiftKey ? 10 : 1;
      const [x, y] = held.current.to;
      held.current.to = [x + direction[0] * step, y + direction[1] * step];
      move(keyMoveOf(held.current));
    },
    onKeyUp(): void {
      window.clearTimeout(timer.current);
      if (held.current) timer.current = window.setTimeout(finish, burst);
    },
    onBlur: finish,
  };
}

export type DragHandlers = ReturnType<typeof useDrag>;
