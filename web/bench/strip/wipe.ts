import { store } from '../../store';
import type { Bench } from '../benchContext';
import { looked } from '../benchState';

/** Lays the border between before and now over the middle of the sheet, or takes it away. */
export function toggleWipe({ piece }: Pick<Bench, 'piece'>): void {
  const { wipe } = store.getState().bench;
  store.dispatch(looked({ wipe: wipe ? null : { at: Math.round(piece.sheet.width / 2), line: null } }));
}
