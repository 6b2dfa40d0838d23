import { store } from '../../store';
import { looked } from '../benchState';

/** Who waits for a colour of the photograph. */
let taker: ((colour: string) => void) | null = null;

/** The next click on the sheet takes the photograph's colour there. @param label what it is for */
export function openEye(label: string, take: (colour: string) => void): void {
  taker = take;
  store.dispatch(looked({ eye: label }));
}

/** @param colour null where none was taken */
export function closeEye(colour: string | null): void {
  const take = taker;
  taker = null;
  store.dispatch(looked({ eye: null }));
  if (colour) take?.(colour);
}
