import { problemWith } from '../piece/edits/edit';
import type { Piece } from '../piece/schema';

/** One thing that was done by hand: what stands at a place, or that nothing does any more. */
export interface OwnChange {
  /** Names of fields from the piece down; `#id` is the item of that id in a list, `#` the order of a list's items. */
  at: string[];
  to?: unknown;
}

/** What was done by hand to the piece of one row. */
export type Own = OwnChange[];

type Fields = Record<string, unknown>;
interface Item {
  id: string;
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isItems = (value: unknown): value is Item[] =>
  Array.isArray(value) && value.every((one) => isFields(one) && typeof one.id === 'string');
const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What is other in a piece that was worked at than in the one that it was begun from. */
export const ownOf = (begun: Piece, made: Piece): Own => differences(begun, made, []);

function differences(begun: unknown, made: unknown, at: string[]): Own {
  if (isSame(begun, made)) return [];
  if (isFields(begun) && isFields(made))
    return [...new Set([...Object.keys(begun), ...Object.keys(made)])].flatMap((name) => {
      const place = [...at, name];
      if (!Object.hasOwn(made, name)) return [{ at: place }];
      return Object.hasOwn(begun, name) ? differences(begun[name], made[name], place) : [{ at: place, to: made[name] }];
    });
  const isKeyed = isItems(begun) && isItems(made) && begun.length + made.length > 0;
  return isKeyed ? itemDifferences(begun, made, at) : [{ at, to: made }];
}

function itemDifferences(begun: readonly Item[], made: readonly Item[], at: string[]): Own {
  const [before, after] = [begun, made].map((items) => new Map(items.map((item) => [item.id, item])));
  const gone = begun.filter(({ id }) => !after.has(id)).map(({ id }): OwnChange => ({ at: [...at, `#${id}`] }));
  const changed = made.flatMap((item): Own => {
    const place = [...at, `#${item.id}`];
    const known = before.get(item.id);
    return known ? differences(known, item, place) : [{ at: place, to: item }];
  });
  const kept = begun.flatMap(({ id }) => (after.has(id) ? [id] : []));
  const added = made.flatMap(({ id }) => (before.has(id) ? [] : [id]));
  const order = made.map(({ id }) => id);
  const isMoved = !isSame(order, [...kept, ...added]);
  return [...gone, ...changed, ...(isMoved ? [{ at: [...at, '#'], to: order }] : [])];
}

/**
 * A piece with what was done by hand to another one of its kind. What was done to things that are gone is left out.
 * @returns the piece, and why nothing of it could be done, as a sentence; null where it could
 */
export function withOwn(piece: Piece, own: Own): { piece: Piece; problem: string | null } {
  if (own.length === 0) return { piece, problem: null };
  const changed = structuredClone(piece);
  for (const change of own) carryOut(changed as unknown as Fields, change);
  const problem = problemWith(changed);
  return problem ? { piece, problem } : { piece: changed, problem: null };
}

function carryOut(piece: Fields, { at, ...change }: OwnChange): void {
  let place: unknown = piece;
  for (const name of at.slice(0, -1)) place = within(place, name);
  const last = at[at.length - 1];
  const isGone = !('to' in change);
  // Every row has its own copy of what is put in.
  const to = structuredClone(change.to);
  if (Array.isArray(place)) carryOutIn(place as Item[], last, isGone, to);
  else if (isFields(place)) {
    if (isGone) delete place[last];
    else place[last] = to;
  }
}

function within(place: unknown, name: string): unknown {
  if (Array.isArray(place)) return (place as Item[]).find(({ id }) => `#${id}` === name);
  return isFields(place) && Object.hasOwn(place, name) ? place[name] : undefined;
}

function carryOutIn(items: Item[], name: string, isGone: boolean, to: unknown): void {
  if (name === '#') {
    const order = to as string[];
    const placeOf = ({ id }: Item): number => (order.includes(id) ? order.indexOf(id) : order.length);
    items.sort((a, b) => placeOf(a) - placeOf(b));
    return;
  }
  const index = items.findIndex(({ id }) => `#${id}` === name);
  if (isGone) {
    if (index >= 0) items.splice(index, 1);
  } else if (index >= 0) items[index] = to as Item;
  else items.push(to as Item);
}
