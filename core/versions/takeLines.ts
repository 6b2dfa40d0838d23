import { keptPlaces } from '../passes/words/letterSettings';
import { passes } from '../passes';
import type { Retyping } from '../passes/pass';
import { applyEdit, type Edit } from '../piece/edits/edit';
import { dropUnused, removeItems } from '../piece/edits/items';
import { resizeSheet } from '../piece/edits/resize';
import { itemsIn } from '../piece/links';
import { onWholePiece } from '../sizes/editInSize';
import type { Lettering, Piece } from '../piece/schema';

/** What a version is taken from: its piece, and how large its pictures are, by key of the asset. */
export interface TakenFrom {
  piece: Piece;
  pictureOf(asset: string): { width: number; height: number };
}

const wordsLine = passes.lettering.words.line;
const plateLine = passes.picture.plate.line;

/** The lettering of another state that is meant by one of this: of the same id, or else in the same place. */
const counterpart = (one: Lettering, place: number, others: readonly Lettering[]): Lettering | undefined =>
  others.find(({ id }) => id === one.id) ?? others[place];

/** Everything of another state. */
export const takeAll = (other: Piece): Edit =>
  onWholePiece((piece) => {
    const { name } = piece;
    Object.assign(piece, structuredClone(other), { name });
  });

/**
 * What is on some lines of the ticket as another state has it; all else stays. With line 1 its letterings come and go
 * too. Where the sheets differ in size, the other state is brought to this one's first, unless line 0 is taken.
 */
export const takeLines = ({ piece: given, pictureOf }: TakenFrom, lines: readonly number[]): Edit =>
  onWholePiece((piece) => {
    const taken = new Set(lines);
    const isSame = given.sheet.width === piece.sheet.width && given.sheet.height === piece.sheet.height;
    const bringsSheet = taken.has(plateLine);
    if (!isSame && bringsSheet) resizeSheet(given.sheet, sizeIn(piece, pictureOf), null)(piece);
    const size = { width: piece.sheet.width, height: piece.sheet.height };
    const other = structuredClone(
      isSame || bringsSheet ? given : applyEdit(given, resizeSheet(size, pictureOf, null)).piece,
    );
    const assets = { ...piece.assets, ...other.assets };
    if (bringsSheet) Object.assign(piece, { sheet: other.sheet, sizes: other.sizes, out: other.out });
    for (const pass of Object.values(passes.picture))
      if (taken.has(pass.line))
        for (const field of Object.keys(pass.documents)) Object.assign(piece, { [field]: other[field as keyof Piece] });
    takeLetterings(piece, other, taken);
    settleLinks(piece, other, assets);
  });

/** Sizes of pictures that either state names. */
const sizeIn =
  (piece: Piece, pictureOf: TakenFrom['pictureOf']) =>
  (asset: string): { width: number; height: number } => {
    try {
      return pictureOf(asset);
    } catch {
      return { width: piece.sheet.width, height: piece.sheet.height };
    }
  };

function takeLetterings(piece: Piece, other: Piece, taken: ReadonlySet<number>): void {
  const fields = Object.entries(passes.lettering).filter(([, { line }]) => taken.has(line));
  piece.letterings.forEach((lettering, place) => {
    const source = counterpart(lettering, place, other.letterings);
    if (!source) return;
    const before = lettering.words.text;
    for (const [field] of fields) Object.assign(lettering, { [field]: source[field as keyof Lettering] });
    const after = lettering.words.text;
    if (taken.has(wordsLine)) {
      lettering.name = source.name;
      retype(piece, lettering, before, after, (line) => !taken.has(line));
    } else retype(piece, lettering, source.words.text, after, (line) => taken.has(line));
  });
  if (!taken.has(wordsLine)) return;
  // Words that are only there come along whole; words that are only here go.
  const kept = new Set(other.letterings.map((one, place) => counterpart(one, place, piece.letterings)?.id));
  removeItems(
    piece,
    piece.letterings.flatMap(({ id }) => (kept.has(id) ? [] : [id])),
  );
  const known = piece.letterings.map((one, place) => counterpart(one, place, other.letterings)?.id);
  for (const one of other.letterings) if (!known.includes(one.id)) piece.letterings.push(one);
}

/** What stands at single letters, and was set for other words than those that are there now, keeps to its letters. */
function retype(
  piece: Piece,
  lettering: Lettering,
  before: string,
  after: string,
  isMeant: (line: number) => boolean,
): void {
  if (before === after) return;
  const keep = <Item extends { at: number }>(items: readonly Item[]): Item[] => keptPlaces(before, after, items);
  const retyping = { lettering: lettering.id, before, after, keep };
  for (const [field, { line, document }] of Object.entries(passes.lettering) as [string, AnyPass][])
    if (field !== 'words' && isMeant(line)) document.retyped?.(lettering[field as keyof Lettering], retyping);
  for (const { line, documents } of Object.values(passes.picture))
    for (const [field, document] of Object.entries(documents) as [string, Document][])
      if (isMeant(line)) document.retyped?.(piece[field as keyof Piece], retyping);
}

/** Every item stands on the depth line once, and nothing points at what is not there. */
function settleLinks(piece: Piece, other: Piece, assets: Piece['assets']): void {
  const plates = new Set(piece.plates.map(({ id }) => id));
  removeItems(
    piece,
    piece.veils.flatMap(({ id, plate }) => (plates.has(plate) ? [] : [id])),
  );
  const items = itemsIn(piece, passes);
  const ids = new Set(items.map(({ id }) => id));
  for (const pass of Object.values(passes.picture))
    for (const [field, document] of Object.entries(pass.documents) as [keyof Piece, Document][])
      if (document.without) Object.assign(piece, { [field]: document.without(piece[field], (id) => !ids.has(id)) });
  for (const lettering of piece.letterings)
    for (const [field, { document }] of Object.entries(passes.lettering) as [keyof Lettering, AnyPass][])
      if (document.without)
        Object.assign(lettering, { [field]: document.without(lettering[field], (id) => !ids.has(id)) });
  const inDepth = new Set(itemsIn(piece, passes).flatMap(({ id, inDepth: stands }) => (stands ? [id] : [])));
  const depth = piece.depth.filter((id) => inDepth.has(id));
  // What is new stands where it stood there: behind what stood nearer.
  for (const id of inDepth) {
    if (depth.includes(id)) continue;
    const nearer = other.depth.slice(other.depth.indexOf(id) + 1).find((one) => depth.includes(one));
    depth.splice(nearer === undefined ? depth.length : depth.indexOf(nearer), 0, id);
  }
  piece.depth = depth;
  const unknown = [piece, ...piece.sizes].flatMap(({ out }) => out).filter((id) => !ids.has(id));
  if (unknown.length > 0) removeItems(piece, unknown);
  // Files of what came; and what was removed on the way took its own along.
  Object.assign(piece.assets, assets);
  dropUnused(piece);
}

interface Document {
  without?(draft: unknown, isGone: (id: string) => boolean): unknown;
  retyped?(draft: unknown, retyping: Retyping): void;
}

interface AnyPass {
  line: number;
  document: Document;
}
