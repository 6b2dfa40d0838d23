import { passes } from '../passes';
import { mainColour } from '../coats/mainColour';
import type { Lettering, Piece } from '../piece/schema';

/** What differs on one line of the ticket, in words. */
export interface Difference {
  line: number;
  title: string;
  /** As sentences without their full stops: how the other state is, seen from this one. */
  says: string[];
}

/** Whether two parts say the same, in whichever order their fields stand. */
function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((one, i) => isSame(one, b[i]));
  const [one, other] = [a, b] as Record<string, unknown>[];
  return [...new Set([...Object.keys(one), ...Object.keys(other)])].every((key) => isSame(one[key], other[key]));
}
const quoted = (text: string): string => `“${text.replace(/\s+/g, ' ').slice(0, 40)}”`;
const listed = (names: readonly string[]): string =>
  names.length > 4 ? `${names.slice(0, 4).join(', ')} and ${names.length - 4} more` : names.join(', ');

/** What another state of a piece has otherwise, line by line. */
export function differencesBetween(piece: Piece, other: Piece): Difference[] {
  const found = new Map<number, Difference>();
  const say = (line: number, ...says: string[]): void => {
    if (says.length === 0) return;
    const title = titles.get(line)!;
    const known = found.get(line) ?? { line, title, says: [] };
    known.says.push(...says.filter((one) => !known.says.includes(one)));
    found.set(line, known);
  };
  say(0, ...sheetDifferences(piece, other));
  if (!isSame(piece.sizes, other.sizes)) say(0, ...itemDifferences('Sizes', 'sizes', piece.sizes, other.sizes));
  if (!isSame(piece.out, other.out)) say(0, 'other things are left out');
  const pairs = piece.letterings.map((one): [Lettering, Lettering | undefined] => [
    one,
    other.letterings.find(({ id }) => id === one.id),
  ]);
  for (const [one, there] of pairs) {
    if (!there) {
      say(1, `${quoted(one.words.text)} is not there`);
      continue;
    }
    for (const [field, { line }] of Object.entries(passes.lettering)) {
      const name = field as keyof typeof passes.lettering;
      if (!isSame(one[name], there[name])) say(line, ...(details[name]?.(one, there) ?? [partly(one, there, name)]));
    }
  }
  const here = new Set(piece.letterings.map(({ id }) => id));
  for (const { id, words } of other.letterings) if (!here.has(id)) say(1, `${quoted(words.text)} is added`);
  for (const { line, title, documents } of Object.values(passes.picture))
    for (const field of Object.keys(documents) as (keyof Piece)[])
      if (!isSame(piece[field], other[field]))
        say(line, ...itemDifferences(title, field, piece[field] as unknown, other[field] as unknown));
  if (!isSame(piece.depth, other.depth) && isSame([...piece.depth].sort(), [...other.depth].sort()))
    say(3, 'the depth line is in another order');
  return [...found.values()].sort((a, b) => a.line - b.line);
}

const titles = new Map<number, string>(
  [...Object.values(passes.picture), ...Object.values(passes.lettering)]
    .reverse()
    .map(({ line, title }) => [line, title]),
);
titles.set(0, 'Plate').set(3, 'Veils').set(7, 'Light').set(9, 'Grade');

function sheetDifferences({ sheet }: Piece, { sheet: there }: Piece): string[] {
  const says: string[] = [];
  if (sheet.width !== there.width || sheet.height !== there.height)
    says.push(`the sheet is ${there.width} × ${there.height} px`);
  if (sheet.ppi !== there.ppi) says.push(`at ${there.ppi} ppi`);
  if (sheet.paint !== there.paint) says.push(`the sheet is ${there.paint ?? 'transparent'}`);
  if (!isSame(sheet.coats, there.coats)) says.push('other coats on the sheet');
  return says;
}

type Detail = (one: Lettering, there: Lettering) => string[] | null;

const px = (value: number): string => `${Math.round(value)} px`;

/** Lines whose differences can be told by their values. */
const details: Partial<Record<keyof typeof passes.lettering, Detail>> = {
  words(one, there) {
    const says: string[] = [];
    if (one.words.text !== there.words.text) says.push(`${quoted(one.words.text)} reads ${quoted(there.words.text)}`);
    const name = quoted(there.words.text);
    if (one.words.face !== there.words.face) says.push(`${name} is set in another face`);
    if (one.words.size !== there.words.size)
      says.push(`${name} is ${px(there.words.size)} instead of ${px(one.words.size)}`);
    return says.length > 0 ? says : null;
  },
  stance(one, there) {
    const { x, y, scale, rotation } = there.stance;
    const name = quoted(there.words.text);
    const says: string[] = [];
    const [dx, dy] = [x - one.stance.x, y - one.stance.y];
    if (Math.round(dx) !== 0 || Math.round(dy) !== 0)
      says.push(
        `${name} stands ${[dx !== 0 && `${px(Math.abs(dx))} ${dx > 0 ? 'right' : 'left'}`, dy !== 0 && `${px(Math.abs(dy))} ${dy > 0 ? 'lower' : 'higher'}`].filter(Boolean).join(', ')}`,
      );
    if (scale !== one.stance.scale)
      says.push(`${name} at ${Math.round((scale / one.stance.scale) * 100)} % of its size`);
    if (rotation !== one.stance.rotation)
      says.push(`${name} turned by ${Math.round((rotation - one.stance.rotation) * 10) / 10}°`);
    // Less than a px is no difference to tell.
    const isMovedAlone = isSame({ ...one.stance, x, y }, there.stance);
    return says.length > 0 || isMovedAlone ? says : null;
  },
  ink(one, there) {
    const [was, is] = [mainColour(one.ink), mainColour(there.ink)];
    const name = quoted(there.words.text);
    const says: string[] = [];
    if (was !== is && is !== null) says.push(`${name} is inked ${is}${was === null ? '' : ` instead of ${was}`}`);
    if (one.ink.coats.length !== there.ink.coats.length)
      says.push(`${name} has ${there.ink.coats.length} ${there.ink.coats.length === 1 ? 'coat' : 'coats'} of ink`);
    if ((one.ink.panel === null) !== (there.ink.panel === null))
      says.push(there.ink.panel ? `${name} has a panel` : `${name} has no panel`);
    return says.length > 0 ? says : null;
  },
};

/** A part of a lettering that differs, by the names of what differs in it. */
function partly(one: Lettering, there: Lettering, field: keyof typeof passes.lettering): string {
  const [a, b] = [one[field], there[field]] as unknown as Record<string, unknown>[];
  const names = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => !isSame(a[key], b[key]));
  return `${passes.lettering[field].title} of ${quoted(there.words.text)}: other ${listed(names.map(spaced))}`;
}

/** A name of the format as people read it. */
const spaced = (name: string): string => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

interface Item {
  id: string;
  name?: string;
  text?: string;
}

const isList = (value: unknown): value is Item[] =>
  Array.isArray(value) && value.every((one) => typeof one === 'object' && one !== null && 'id' in one);

/** A field of the picture that differs: by its items where it lists some. */
function itemDifferences(title: string, field: string, here: unknown, there: unknown): string[] {
  if (!isList(here) || !isList(there)) {
    if (here === null || there === null) return [`${title.toLowerCase()} ${there === null ? 'removed' : 'added'}`];
    return [`other ${spaced(field)}`];
  }
  const nameOf = ({ id, name, text }: Item): string => name || text || id;
  const added = there.filter(({ id }) => !here.some((one) => one.id === id)).map(nameOf);
  const gone = here.filter(({ id }) => !there.some((one) => one.id === id)).map(nameOf);
  const changed = there.filter((one) => {
    const before = here.find(({ id }) => id === one.id);
    return before !== undefined && !isSame(before, one);
  });
  return [
    ...(added.length > 0 ? [`${listed(added)} added`] : []),
    ...(gone.length > 0 ? [`${listed(gone)} removed`] : []),
    ...(changed.length > 0 ? [`${listed(changed.map(nameOf))} changed`] : []),
    ...(added.length + gone.length + changed.length === 0 ? [`${spaced(field)} in another order`] : []),
  ];
}
