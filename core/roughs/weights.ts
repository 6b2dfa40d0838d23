/** How much each part of a layout counts (each is 0 to 1, more is better), and why. Weights are found by eye. */
export const weights = {
  contrast: {
    weight: 3,
    because: 'A word that cannot be read is no design: 45 L* is plenty, below 25 nothing saves it.',
  },
  calm: { weight: 1.6, because: 'Letters on a quiet ground are read at once; a busy one competes with them.' },
  size: { weight: 1.8, because: 'Display type is large: a timid word in a large photograph looks like a caption.' },
  large: {
    weight: 2.8,
    because: 'What stands before letters must not swallow them: these are larger than what hides them.',
  },
  room: { weight: 0.8, because: 'Type that nearly touches the edge looks like a mistake.' },
  balance: { weight: 0.7, because: 'In the middle or on a third a word looks placed; elsewhere it looks left over.' },
  clear: { weight: 2.2, because: 'Words that do not stand behind a thing should not lie across it.' },
  crossing: {
    weight: 2.6,
    because: 'An overlap is meant when a good part of a letter is hidden and what is left tells it.',
  },
  held: {
    weight: 1.2,
    because: 'A word whose first and last letters are whole is held together across what hides its middle.',
  },
  shown: { weight: 1.4, because: 'An outline that runs before a thing must stand off it.' },
  slivers: { weight: 1.2, because: 'A letter that is just touched looks like a bad cut.' },
  grown: {
    weight: 1.4,
    because: 'What stands in front must come from somewhere: it goes on beside or below the words.',
  },
  weight: { weight: 0.6, because: 'Letters that are partly hidden must be heavy to hold together.' },
  along: { weight: 1, because: 'A word on a slope should fill it and stand close to it.' },
  lively: { weight: 1.6, because: 'What is seen through letters should be worth seeing.' },
} as const;

export type Part = keyof typeof weights;
export type Parts = Partial<Record<Part, number>>;

export const partNames = Object.keys(weights) as [Part, ...Part[]];

/** How much more or less than the table has it a part counts for somebody: by the power of e, -1 to 1. */
export type Taste = Partial<Record<Part, number>>;

/** So far a taste may go from the table, and so far one choice moves it where a part is all the difference. */
const [farthest, step] = [1, 0.25];

const entries = (parts: Parts): [Part, number][] => Object.entries(parts) as [Part, number][];
const held = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** The mean of the parts that a kind has, by their weights. */
export function scoreOf(parts: Parts, taste: Taste = {}): number {
  let [sum, all] = [0, 0];
  for (const [part, value] of entries(parts)) {
    const weight = weights[part].weight * Math.exp(held(taste[part] ?? 0, -farthest, farthest));
    sum += weight * held(value, 0, 1);
    all += weight;
  }
  return all > 0 ? sum / all : 0;
}

/**
 * A taste after one choice: what the taken rough has more of than those that were left counts for more, and the other way
 * round. Parts that no other one has tell nothing.
 */
export function learned(taste: Taste, taken: Parts, left: readonly Parts[]): Taste {
  const out: Taste = { ...taste };
  for (const [part, value] of entries(taken)) {
    const others = left.flatMap((one) => one[part] ?? []);
    if (others.length === 0) continue;
    const mean = others.reduce((sum, one) => sum + held(one, 0, 1), 0) / others.length;
    const moved = (out[part] ?? 0) + step * (held(value, 0, 1) - mean);
    out[part] = Math.round(held(moved, -farthest, farthest) * 1000) / 1000;
  }
  return out;
}
