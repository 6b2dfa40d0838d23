import { createHash } from 'node:crypto';

/** Text shorter than this stays where it is: naming it would take about as much. */
const worthNaming = 400;

/** What stands in place of a part that is kept by itself. */
interface Named {
  $part: string;
}

const isNamed = (value: object): value is Named =>
  Object.keys(value).length === 1 && typeof (value as Partial<Named>).$part === 'string';

/** Plain data taken apart: what is left of it, and its larger parts by the SHA-256 of their text. */
export interface Packed {
  body: string;
  parts: Map<string, string>;
}

/**
 * Takes plain data apart from the leaves up (a Merkle tree), so that two states that differ in one place have all other
 * parts in common.
 */
export function pack(data: unknown): Packed {
  const parts = new Map<string, string>();
  const packed = (value: unknown): unknown => {
    if (typeof value !== 'object' || value === null) return value;
    const small = Array.isArray(value)
      ? value.map(packed)
      : Object.fromEntries(Object.entries(value).map(([key, one]) => [key, packed(one)]));
    const text = JSON.stringify(small);
    if (text.length < worthNaming) return small;
    const hash = createHash('sha256').update(text).digest('hex');
    parts.set(hash, text);
    return { $part: hash } satisfies Named;
  };
  return { body: JSON.stringify(packed(data)), parts };
}

/**
 * Puts plain data together again.
 * @param partOf the text of a part @throws Error naming a part that is missing
 */
export function unpack(body: string, partOf: (hash: string) => string | undefined): unknown {
  const whole = (value: unknown): unknown => {
    if (typeof value !== 'object' || value === null) return value;
    if (Array.isArray(value)) return value.map(whole);
    if (!isNamed(value)) return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, whole(one)]));
    const text = partOf(value.$part);
    if (text === undefined) throw new Error('A part of this version is missing from the store.');
    return whole(JSON.parse(text));
  };
  return whole(JSON.parse(body));
}
