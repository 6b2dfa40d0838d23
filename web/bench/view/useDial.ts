import type { KeyboardEvent, PointerEvent } from 'react';
import type { Edit } from '../../../core/piece/edits/edit';
import { editing } from '../editing';
import { arrows } from '../keys/arrows';

interface Dial {
  mayChange: boolean;
  /** What history calls it. */
  undoLabel: string;
  /** Presses of the arrows with this key are one change. */
  editKey: string;
  /** The setting at a place, client px from the dial's middle, in a dial that is drawn `width` client px wide. */
  at(x: number, y: number, width: number): Edit;
  /** The setting after a press of an arrow. @param by steps to the right and down, larger with Shift */
  step(by: readonly [number, number]): Edit;
}

/** What a press of an arrow counts with Shift. */
const large = 15;

/** Handlers of a dial that is turned by pointer or by the arrows: drafted while it is held, kept when it is let go. */
export function useDial({ mayChange, undoLabel, editKey, at, step }: Dial) {
  const editAt = ({ currentTarget, clientX, clientY }: PointerEvent<SVGSVGElement>): Edit => {
    const box = currentTarget.getBoundingClientRect();
    return at(clientX - box.left - box.width / 2, clientY - box.top - box.height / 2, box.width);
  };
  const isHeld = ({ currentTarget, pointerId }: PointerEvent<SVGSVGElement>): boolean =>
    currentTarget.hasPointerCapture(pointerId);
  return {
    onKeyDown(event: KeyboardEvent): void {
      const arrow = arrows[event.key as keyof typeof arrows];
      if (!arrow || !mayChange) return;
      event.preventDefault();
      const size = event.shiftKey ? large : 1;
      editing.soon(undoLabel, editKey, 'direction', step([arrow[0] * size, arrow[1] * size]));
    },
    onPointerDown(event: PointerEvent<SVGSVGElement>): void {
      if (!mayChange) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      editing.draft(editAt(event));
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>): void => {
      if (isHeld(event)) editing.draft(editAt(event));
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>): void => {
      if (isHeld(event)) editing.commit(undoLabel, editAt(event));
    },
    onPointerCancel: () => editing.cancelDraft(),
  };
}
