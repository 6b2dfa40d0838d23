import { roughsOrderSchema, type KindName, type RoughsOrder } from '../../core/roughs/order';
import type { Taste } from '../../core/roughs/weights';
import type { RoughSummary } from '../api/roughs';

/** What can stay as a rough has it. */
export const lockNames = ['face', 'colour', 'place', 'front'] as const;
export type LockName = (typeof lockNames)[number];

export const lockTitles: Record<LockName, string> = {
  face: 'Face',
  colour: 'Colour',
  place: 'Place',
  front: 'What stands in front',
};

/**
 * An order for words; or why there cannot be one.
 * @param taste of whoever asks
 */
export function orderFor(
  words: string,
  taste: Taste = {},
): { order: RoughsOrder; problem: null } | { order: null; problem: string } {
  const read = roughsOrderSchema.safeParse({ words: words.trim(), taste });
  return read.success ? { order: read.data, problem: null } : { order: null, problem: read.error.issues[0].message };
}

/** So many layouts are kept away from. */
const mostUnlike = 60;

/**
 * What comes after some roughs.
 * @param shown those that were seen: others are wanted @param kind only of this kind
 * @param from the rough whose locks are kept
 */
export function nextOrder(
  before: RoughsOrder,
  shown: readonly Pick<RoughSummary, 'box'>[],
  {
    kind = null,
    from = null,
    locks = [],
  }: { kind?: KindName | null; from?: RoughSummary | null; locks?: readonly LockName[] },
): RoughsOrder {
  const kept = Object.fromEntries(
    lockNames.map((name) => [name, from && locks.includes(name) ? from.locks[name] : null]),
  ) as RoughsOrder['locks'];
  const isPlaceFree = kept.place === null;
  return {
    ...before,
    seed: (before.seed + 1) % 1e6,
    kinds: kind === null ? null : [kind],
    locks: kept,
    // Where the place is to stay, what lies there is no reason to go elsewhere.
    unlike: isPlaceFree ? [...before.unlike, ...shown.map(({ box }) => box)].slice(-mostUnlike) : [],
  };
}
