import { nameByWords } from '../unnamed';
import { passes } from '../../passes';
import type { ItemKind } from '../../passes/pass';
import type { Plate } from '../../passes/plate/schema';
import { resizedVeil } from '../../passes/veils/resize';
import { assetsUsed, itemsIn } from '../links';
import {
  letteringDocuments,
  pictureDocuments,
  type Asset,
  type Lettering,
  type PictureField,
  type Piece,
  type Sheet,
} from '../schema';
import { moveWithin, type Edit } from './edit';

/** @throws Error when there is no such item in the list */
export function itemOf<Item extends { id: string }>(list: readonly Item[], id: string): Item {
  const item = list.find((one) => one.id === id);
  if (!item) throw new Error(`There is no "${id}" in this piece: it may have been removed.`);
  return item;
}

/** A short id that nothing in the piece has yet, such as `veil-2`. */
export function freeId(piece: Piece, kind: ItemKind | 'guide' | 'slope' | 'size'): string {
  const items = [...itemsIn(piece, passes), ...piece.guides, ...piece.slopes, ...piece.sizes];
  const taken = new Set(items.map(({ id }) => id));
  let number = 1;
  while (taken.has(`${kind}-${number}`)) number++;
  return `${kind}-${number}`;
}

/** The key under which a new asset comes to stand in a piece. */
export const newAssetKey = ({ kind, sha256 }: Pick<Asset, 'kind'> & { sha256: string }): string =>
  `${kind}-${sha256.slice(0, 12)}`;

/** The key under which an asset stands in the piece; adds it where it is new. */
export function keepAsset(piece: Piece, asset: Asset & { sha256: string }): string {
  const known = Object.entries(piece.assets).find(
    ([, other]) => other.sha256 === asset.sha256 && other.kind === asset.kind,
  );
  if (known) return known[0];
  const key = newAssetKey(asset);
  piece.assets[key] = { ...asset };
  return key;
}

/** Drops assets that nothing names any more. */
export function dropUnused(piece: Piece): void {
  const used = new Set(assetsUsed(piece, passes).map(({ key }) => key));
  for (const key of Object.keys(piece.assets)) if (!used.has(key)) delete piece.assets[key];
}

/**
 * Removes items from a piece, and with them whatever points at them: the veils cut from a plate, the crossings of a
 * veil, the grades
 * that reach for letters.
 */
export function removeItems(piece: Piece, ids: readonly string[]): void {
  const before = new Set(itemsIn(piece, passes).map(({ id }) => id));
  const gone = new Set(ids);
  piece.letterings = piece.letterings.filter(({ id }) => !gone.has(id));
  const draft = piece as unknown as Record<string, unknown>;
  for (let known = -1; known !== gone.size;) {
    known = gone.size;
    for (const [field, { lists, without }] of Object.entries(pictureDocuments(passes))) {
      if (lists) draft[field] = (draft[field] as { id: string }[]).filter(({ id }) => !gone.has(id));
      if (without) draft[field] = without(draft[field], (id) => gone.has(id));
    }
    for (const [field, { without }] of Object.entries(letteringDocuments(passes)))
      if (without)
        for (const lettering of piece.letterings as unknown as Record<string, unknown>[])
          lettering[field] = without(lettering[field], (id) => gone.has(id));
    const left = new Set(itemsIn(piece, passes).map(({ id }) => id));
    for (const id of before) if (!left.has(id)) gone.add(id);
  }
  piece.depth = piece.depth.filter((id) => !gone.has(id));
  forgetInSizes(piece, gone);
  dropUnused(piece);
}

/** What is gone has nothing of its own in any size. */
function forgetInSizes(piece: Piece, gone: ReadonlySet<string>): void {
  piece.out = piece.out.filter((id) => !gone.has(id));
  for (const size of piece.sizes) {
    size.out = size.out.filter((id) => !gone.has(id));
    for (const own of [size.letterings, size.plates]) for (const id of gone) delete own[id];
  }
}

/** The names of the parts that passes own of a lettering. */
export type LetteringPart = Exclude<keyof Lettering, 'id' | 'name'>;

/** Changes one part of a lettering: what is not named stays. */
export const changePart =
  <Part extends LetteringPart>(id: string, part: Part, change: Partial<Lettering[Part]>): Edit =>
  (piece) =>
    void Object.assign(itemOf(piece.letterings, id)[part], change);

/** Changes one item of a list of the piece: what is not named stays. */
export const changeItem =
  <List extends 'plates' | 'veils' | 'grades'>(list: List, id: string, change: Partial<Piece[List][number]>): Edit =>
  (piece) =>
    void Object.assign(itemOf<{ id: string }>(piece[list], id), change);

/** Sets one field of the piece that a pass over the picture owns. */
export const setField =
  <Field extends PictureField>(field: Field, value: Piece[Field]): Edit =>
  (piece) =>
    void (piece[field] = value);

export const rename =
  (name: string): Edit =>
  (piece) =>
    void (piece.name = name);

export const setSheet =
  (change: Partial<Sheet>): Edit =>
  (piece) =>
    void Object.assign(piece.sheet, change);

export const addPlate =
  (asset: Asset & { sha256: string }, place: Pick<Plate, 'scale' | 'x' | 'y'>): Edit =>
  (piece) => {
    const key = keepAsset(piece, asset);
    piece.plates.push({ id: freeId(piece, 'plate'), name: asset.name, asset: key, ...place });
  };

/**
 * Puts another photograph in a plate's place, as large on the sheet as the one before.
 * @param width of the photograph before and after, px
 * @param carry keeps the veils: it is the same picture at another size; otherwise they go
 */
export const replacePlate =
  (id: string, asset: Asset & { sha256: string }, width: { before: number; after: number }, carry: boolean): Edit =>
  (piece) => {
    const plate = itemOf(piece.plates, id);
    const factor = width.after / width.before;
    if (carry) piece.veils = piece.veils.map((veil) => (veil.plate === id ? resizedVeil(veil, factor) : veil));
    else
      removeItems(
        piece,
        piece.veils.filter((veil) => veil.plate === id).map((veil) => veil.id),
      );
    Object.assign(plate, { name: asset.name, asset: keepAsset(piece, asset), scale: plate.scale / factor });
    dropUnused(piece);
  };

/** Removes items by their ids, with whatever points at them. */
export const removeItem =
  (...ids: string[]): Edit =>
  (piece) =>
    removeItems(piece, ids);

/** @param face null for a shape, which needs none */
export const addLettering =
  (lettering: Lettering, face: (Asset & { sha256: string }) | null): Edit =>
  (piece) => {
    piece.letterings.push({ ...lettering, words: { ...lettering.words, face: face ? keepAsset(piece, face) : '' } });
    piece.depth.push(lettering.id);
    nameByWords(piece, lettering.id, '', lettering.words.text);
  };

export const setFace =
  (id: string, face: Asset & { sha256: string }): Edit =>
  (piece) => {
    itemOf(piece.letterings, id).words.face = keepAsset(piece, face);
    dropUnused(piece);
  };

export const renameLettering =
  (id: string, name: string): Edit =>
  (piece) =>
    void (itemOf(piece.letterings, id).name = name);

/** Moves a plate nearer (1) or further off (-1) among the plates. */
export const movePlate =
  (id: string, by: 1 | -1): Edit =>
  (piece) => {
    const from = piece.plates.findIndex((plate) => plate.id === id);
    moveWithin(piece.plates, from, from + by);
  };

/** Moves a item of the depth line to a place counted from far (0) to near. */
export const moveInDepth =
  (id: string, place: number): Edit =>
  (piece) => {
    const from = piece.depth.indexOf(id);
    if (from >= 0) moveWithin(piece.depth, from, place);
  };
