import type { ComponentType } from 'react';
import type { Look } from '../../../core/render/compile';
import type { RootState } from '../../store';
import type { Bench } from '../benchContext';
import type { Governed } from '../governs/governed';
import type { KeyEntry } from '../keys/useKeys';

/** What one pass has on the bench; the counterpart of the core's pass of the same name. */
export interface BenchPass {
  /** As the core's registry names it. */
  name: string;
  /** The line of the ticket that it belongs to, and what that is called. */
  line: number;
  title: string;
  /** What the line is for, in two sentences; of passes that share a line the first one says it. */
  help?: string;
  /** What has been done, as a sentence whose values can be changed in place. */
  Summary: ComponentType;
  /** The rest of the line's controls, unfolded in place. */
  Controls: ComponentType;
  /** What the line draws and drags on the sheet. */
  Handles?: ComponentType;
  /** Tools of the hand and a hint, above the sheet. */
  HandTools?: ComponentType;
  /** Settings of the tool in the hand, where the line has several tools. */
  HandOptions?: ComponentType;
  /** What is measured for it. */
  Gauge?: ComponentType;
  /** Its own keys. */
  keys?: Readonly<Record<string, KeyEntry>>;
  /** Puts the tool in the hand away. @returns false where there is none to put away */
  putAway?(): boolean;
  /**
   * How the picture is looked at while its line is open, as the core's pass takes it; undefined for the picture as it
   * will be.
   */
  look?(state: RootState): object | undefined;
  /** One lettering in several ways beside each other on the sheet; null where that is not wanted. */
  strip?(state: RootState): Look['strip'] | null;
  /** What the values of this line govern on the sheet, where the part that they stand in says nothing else. */
  governs?(bench: Bench): Governed | null;
  /** The letters are seen at half strength, so that what lies under them can be worked on. */
  fadesLetters?(state: RootState): boolean;
  /** What to do with a file that is dropped on the sheet; null where it is none of this line's. */
  takesFile?(file: File): ((bench: Bench, file: File) => Promise<void>) | null;
  /** What is out of its limits, as a sentence; null when nothing is. The line then carries a mark. */
  warning?(bench: Bench): string | null;
}
