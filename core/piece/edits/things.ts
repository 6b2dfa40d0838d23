import { resizedVeil } from '../../passes/veils/resize';
import { picturesOfCoat } from '../../coats/schema';
import { solvedOf } from '../../passes/veils/schema';
import { coatsOf, type Asset, type Lettering, type Piece, type Sheet } from '../schema';
import type { GradeReach } from '../../passes/grade/schema';
import type { Plate } from '../../passes/plate/schema';
import { moveWithin, type Edit } from './edit';

/** @throws Error when there is no such thing in the list */
export function thing<Item extends { id: string }>(list: readonly Item[], id: string): Item {
  const item = list.find((one) => one.id === id);
  if (!item) throw new Error(`There is no "${id}" in this piece any more.`);
  return item;
}

/** A short id that nothing in the piece has yet, such as `veil-2`. */
export function freeId(piece: Piece, kind: 'plate' | 'lettering' | 'veil' | 'guide' | 'slope' | 'grade'): string {
  const taken = new Set(
    [...piece.plates, ...piece.letterings, ...piece.veils, ...piece.guides, ...piece.slopes, ...piece.grades].map(
      (item) => item.id,
    ),
  );
  let number = 1;
  while (taken.has(`${kind}-${number}`)) number++;
  return `${kind}-${number}`;
}

/** The key under which an asset stands in the piece; adds it where it is new. */
export function keepAsset(piece: Piece, asset: Asset & { sha256: string }): string {
  const known = Object.entries(piece.assets).find(
    ([, other]) => other.sha256 === asset.sha256 && other.kind === asset.kind,
  );
  if (known) return known[0];
  const key = `${asset.kind}-${asset.sha256.slice(0, 12)}`;
  piece.assets[key] = { ...asset };
  return key;
}

/** Drops assets that nothing names any more. */
export function dropUnused(piece: Piece): void {
  const used = new Set([
    ...piece.plates.map((plate) => plate.asset),
    ...piece.letterings.flatMap((lettering) => [
      lettering.words.face,
      ...lettering.words.fallbacks,
      ...coatsOf(lettering).flatMap(picturesOfCoat),
    ]),
    ...piece.sheet.coats.flatMap(picturesOfCoat),
    ...piece.veils.flatMap((veil) => solvedOf(veil).map(({ key }) => key)),
  ]);
  for (const key of Object.keys(piece.assets)) if (!used.has(key)) delete piece.assets[key];
}

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

export const placePlate =
  (id: string, place: Partial<Pick<Plate, 'scale' | 'x' | 'y'>>): Edit =>
  (piece) =>
    void Object.assign(thing(piece.plates, id), place);

/**
 * Puts another photograph in a plate's place, as large on the sheet as the one before.
 * @param width of the photograph before and after, px
 * @param carry keeps the veils: it is the same picture at another size; otherwise they go
 */
export const exchangePlate =
  (id: string, asset: Asset & { sha256: string }, width: { before: number; after: number }, carry: boolean): Edit =>
  (piece) => {
    const plate = thing(piece.plates, id);
    const factor = width.after / width.before;
    if (carry) piece.veils = piece.veils.map((veil) => (veil.plate === id ? resizedVeil(veil, factor) : veil));
    else dropVeils(piece, id);
    Object.assign(plate, { name: asset.name, asset: keepAsset(piece, asset), scale: plate.scale / factor });
    dropUnused(piece);
  };

/** Takes away the grades that reach for what is gone. */
export function dropGrades(piece: Piece, isGone: (reach: GradeReach) => boolean): void {
  piece.grades = piece.grades.filter(({ reach }) => !isGone(reach));
}

/** Takes away the veils that were cut from a plate. */
function dropVeils(piece: Piece, plate: string): void {
  const gone = new Set(piece.veils.filter((veil) => veil.plate === plate).map((veil) => veil.id));
  piece.veils = piece.veils.filter((veil) => !gone.has(veil.id));
  piece.weave = piece.weave.filter(({ veil }) => !gone.has(veil));
  piece.depth = piece.depth.filter((other) => !gone.has(other));
  dropGrades(piece, ({ on }) => on.kind !== 'all' && gone.has(on.veil));
}

/** Removes a plate, and with it the veils that were cut from it. */
export const removePlate =
  (id: string): Edit =>
  (piece) => {
    dropVeils(piece, id);
    piece.plates = piece.plates.filter((plate) => plate.id !== id);
    dropUnused(piece);
  };

/** @param face null for a shape, which needs none */
export const addLettering =
  (lettering: Lettering, face: (Asset & { sha256: string }) | null): Edit =>
  (piece) => {
    piece.letterings.push({ ...lettering, words: { ...lettering.words, face: face ? keepAsset(piece, face) : '' } });
    piece.depth.push(lettering.id);
  };

export const setWords =
  (id: string, change: Partial<Lettering['words']>): Edit =>
  (piece) =>
    void Object.assign(thing(piece.letterings, id).words, change);

export const setFace =
  (id: string, face: Asset & { sha256: string }): Edit =>
  (piece) => {
    thing(piece.letterings, id).words.face = keepAsset(piece, face);
    dropUnused(piece);
  };

export const setStance =
  (id: string, change: Partial<Lettering['stance']>): Edit =>
  (piece) =>
    void Object.assign(thing(piece.letterings, id).stance, change);

export const renameLettering =
  (id: string, name: string): Edit =>
  (piece) =>
    void (thing(piece.letterings, id).name = name);

export const removeLettering =
  (id: string): Edit =>
  (piece) => {
    piece.letterings = piece.letterings.filter((one) => one.id !== id);
    piece.weave = piece.weave.filter(({ lettering }) => lettering !== id);
    piece.depth = piece.depth.filter((other) => other !== id);
    dropGrades(piece, (reach) => reach.lettering === id);
    dropUnused(piece);
  };

/** Moves a plate nearer (1) or further off (-1) among the plates. */
export const movePlate =
  (id: string, by: 1 | -1): Edit =>
  (piece) => {
    const from = piece.plates.findIndex((plate) => plate.id === id);
    moveWithin(piece.plates, from, from + by);
  };

/** Moves a thing of the depth line to a place counted from far (0) to near. */
export const moveInDepth =
  (id: string, place: number): Edit =>
  (piece) => {
    const from = piece.depth.indexOf(id);
    if (from >= 0) moveWithin(piece.depth, from, place);
  };
