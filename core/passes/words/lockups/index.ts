import { z } from 'zod';
import { pathLockup } from './alongPath';
import { justifiedLockup } from './justified';
import { linesLockup } from './lines';
import { oneWidthLockup } from './oneWidth';
import { arcLockup } from './onArc';
import { stackedLockup } from './stacked';
import type { Lockup } from './lockup';

/** Every way of arranging lines. A new one is a file beside these and one line here. */
export const lockups = [linesLockup, oneWidthLockup, justifiedLockup, stackedLockup, arcLockup, pathLockup] as const;

const [lines, oneWidth, justified, stacked, arc, path] = lockups;
export const lockupSchema = z.union([
  lines.schema,
  oneWidth.schema,
  justified.schema,
  stacked.schema,
  arc.schema,
  path.schema,
]);

export type LockupPart = z.infer<typeof lockupSchema>;

export function lockupOf(part: LockupPart): Lockup<LockupPart> {
  return lockups.find(({ kind }) => kind === part.kind)! as unknown as Lockup<LockupPart>;
}
