import type { ComponentType } from 'react';
import type { Bench } from '../benchContext';

/** One line of the ticket on the bench; the counterpart of the core's pass of the same name. */
export interface BenchPass {
  line: number;
  title: string;
  /** What has been done, as a sentence whose values can be changed in place. */
  Summary: ComponentType;
  /** The rest of the line's controls, unfolded in place. */
  Slip: ComponentType;
  /** What the line draws and drags on the sheet. */
  Handles?: ComponentType;
  /** Tools of the hand and a hint, above the sheet. */
  HandTools?: ComponentType;
  /** Settings of the tool in the hand, where the line has several tools. */
  HandOptions?: ComponentType;
  Gauge: ComponentType;
  /** What to do with a file that is dropped on the sheet; null where it is none of this line's. */
  takesFile?(file: File): ((bench: Bench, file: File) => Promise<void>) | null;
  /** What is out of its limits, as a sentence; null when nothing is. The line then carries a mark. */
  warning?(bench: Bench): string | null;
}
