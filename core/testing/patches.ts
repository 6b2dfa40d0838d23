import { applyPatches, enablePatches, type Patch } from 'immer';

enablePatches();

/** A value after some patches. For tests. */
export const applyPatchesTo = <Value extends object>(value: Value, patches: readonly Patch[]): Value =>
  applyPatches(value, [...patches]);
