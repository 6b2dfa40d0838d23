import { useState } from 'react';
import type { Point } from '../../../core/shape/affine';
import { useBench } from '../benchContext';
import { handKeys } from '../keys/entries';
import { useKeys } from '../keys/useKeys';
import { useNudge } from '../keys/useNudge';
import { Hairline } from './Hairline';
import { useViewport } from './viewport';

interface KeyCrossWork {
  /** Enter was pressed with the cross at a place, sheet px. */
  enter(at: Point, shift: boolean): void;
  moved?(at: Point): void;
  /** Takes the arrows for something else. @returns true where it did */
  instead?(dx: number, dy: number): boolean;
}

/**
 * Pointing by keyboard: arrow keys move a cross over the sheet, Enter does what a click would do. Null until the first
 * arrow.
 */
export function useKeyCross(work: KeyCrossWork): [number, number] | null {
  const { piece } = useBench();
  const [at, setAt] = useState<[number, number] | null>(null);
  const enter = (event: KeyboardEvent): boolean => {
    if (!at || event.target instanceof HTMLButtonElement) return false;
    work.enter(at, event.shiftKey);
    return true;
  };
  useKeys([[handKeys.point, { down: enter }]]);
  useNudge((dx, dy) => {
    if (work.instead?.(dx, dy)) return;
    const [x, y] = at ?? [piece.sheet.width / 2, piece.sheet.height / 2];
    setAt([x + dx, y + dy]);
    work.moved?.([x + dx, y + dy]);
  });
  return at;
}

/** @param at sheet px */
export function KeyCross({ at }: { at: Point }) {
  const { toScreen } = useViewport();
  const [x, y] = toScreen(at);
  return (
    <Hairline
      d={`M${x - 9} ${y}H${x - 2}M${x + 2} ${y}H${x + 9}M${x} ${y - 9}V${y - 2}M${x} ${y + 2}V${y + 9}`}
      active
    />
  );
}
