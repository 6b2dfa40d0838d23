/** How bad something is: it cannot go out so; a person must look; it is said. */
export const weights = { stop: 100, look: 10, note: 1 } as const;
export type Weight = keyof typeof weights;

/** Something that a person should know of a row. */
export interface Flag {
  weight: Weight;
  /** What was measured, such as `ppi`; the same for every row. */
  about: string;
  /** Id of the slot that it comes from; null where it is the whole picture's. */
  slot: string | null;
  /** For a person: a sentence with its figures. */
  says: string;
}

/** How bad a row is: rows are sorted by it. */
export const weightOf = (flags: readonly Flag[]): number => flags.reduce((sum, { weight }) => sum + weights[weight], 0);

/** Nothing about it needs a person's eye. */
export const isClean = (flags: readonly Flag[]): boolean => flags.every(({ weight }) => weight === 'note');
