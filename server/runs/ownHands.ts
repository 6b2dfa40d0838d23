import { availableParallelism } from 'node:os';
import { RowChild } from './rowChild';
import type { RowHands } from './rowHand';

/** Rows are done by processes of this machine. @param lanes how many side by side */
export const ownHands = (buildFolder: string, lanes = Math.max(1, Math.min(4, availableParallelism()))): RowHands => ({
  lanes: (waiting) => Math.min(lanes, waiting),
  hand: () => new RowChild(buildFolder),
  waitsFor: () => null,
  desk: null,
  close: () => undefined,
});
