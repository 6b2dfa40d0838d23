import { store } from '../../../store';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import type { Answer } from './inPlanes';

/** Does what can be done, or says why it cannot. @returns whether it was done */
export function carryOut(label: string, { edit, problem }: Answer): boolean {
  if (edit) editing.commit(label, edit);
  else store.dispatch(looked({ problem }));
  return edit !== null;
}
