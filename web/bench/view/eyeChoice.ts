import type { Point } from '../../../core/shape/affine';
import { store } from '../../store';
import { looked } from '../benchState';

/** Takes a colour of the photograph, and where it was found, sheet px. */
type Take = (colour: string, at: Point) => void;

/** Who waits for a colour of the photograph. */
let taker: Take | null = null;

/** The next click on the sheet takes the photograph's colour there. @param label what it is for */
export function openEye(label: string, take: Take): void {
  taker = take;
  store.dispatch(looked({ eye: label }));
}

/** @param colour null where none was taken */
export function closeEye(colour: string | null, at: Point = [0, 0]): void {
  const take = taker;
  taker = null;
  store.dispatch(looked({ eye: null }));
  if (colour) take?.(colour, at);
}
