import type { Coat } from '../../../core/coats/schema';
import type { CoatsAt, setCoat } from '../../../core/piece/edits/ink';

/** What the settings of a coat work with. */
export interface CoatProps<One extends Coat = Coat> {
  /** The list that the coat is in, and its place there. */
  at: CoatsAt;
  index: number;
  coat: One;
  /** How the coat is called for those who do not see it, such as `Coat 2`. */
  name: string;
  set(change: Partial<One>): ReturnType<typeof setCoat>;
  /** Keeps a change, under what history calls it. */
  commit(label: string, change: Partial<One>): void;
}

/** What sizes of a coat go by, in words. */
export const measureOf = (at: CoatsAt): string => (at.of === 'sheet' ? 'the sheet’s shorter side' : 'the cap height');
