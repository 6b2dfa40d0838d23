import { roughsOrderSchema, type KindName, type RoughsOrder } from '../../core/roughs/order';
import type { Taste } from '../../core/roughs/weights';
import type { RoughSummary } from '../api/roughs';

/** What can stay as a rough has it. */
export const lockNames = ['face', 'colour', 'place', 'front', 'crop'] as const;
export type LockName = (typeof lockNames)[number];

export const lockTitles: Record<LockName, string> = {
  face: 'Face',
  colour: 'Colour',
  place: 'Place',
  front: 'What stands in front',
  crop: 'Crop',
};

/**
 * An order for words; or why there cannot be one.
 * @param taste of whoever asks @param shape of the sheet; null: the photograph's @param keep what no letter may cover
 */
export function orderFor(
  words: string,
  taste: Taste = {},
  shape: RoughsOrder['shape'] = null,
  keep: RoughsOrder['keep'] = [],
): { order: RoughsOrder; problem: null } | { order: null; problem: string } {
  const read = roughsOrderSchema.safeParse({ words: words.trim(), taste, shape, keep });
  return read.success ? { order: read.data, problem: null } : { order: null, problem: read.error.issues[0].message };
}

/** Shapes of sheets that are often asked for, by what they are called. */
export const shapes: Readonly<Record<string, string>> = {
  '': 'As the photograph',
  '1x1': 'Square',
  '4x5': 'Upright 4 : 5',
  '9x16': 'Upright 9 : 16',
  '2x3': 'Poster 2 : 3',
  '1000x1414': 'A sheets, upright',
  '1414x1000': 'A sheets, lying',
  '16x9': 'Lying 16 : 9',
};

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
  // Where the crop changed, the place would be another one.
  if (!isPlaceFree && from) kept.crop = from.locks.crop;
  return {
    ...before,
    seed: (before.seed + 1) % 1e6,
    kinds: kind === null ? null : [kind],
    locks: kept,
    // Where the place is to stay, what lies there is no reason to go elsewhere.
    unlike: isPlaceFree ? [...before.unlike, ...shown.map(({ box }) => box)].slice(-mostUnlike) : [],
  };
}
