import type { Contour, Stroke, TracePoint, Veil } from '../../passes/veils/schema';
import type { Asset, Lettering, Piece, Sheet } from '../schema';
import type { Plate } from '../../passes/plate/schema';
import type { Edit } from './edit';

/** @throws Error when there is no such thing in the list */
export function thing<Item extends { id: string }>(list: readonly Item[], id: string): Item {
  const item = list.find((one) => one.id === id);
  if (!item) throw new Error(`There is no "${id}" in this piece any more.`);
  return item;
}

/** A short id that nothing in the piece has yet, such as `veil-2`. */
export function freeId(piece: Piece, kind: 'plate' | 'lettering' | 'veil' | 'guide' | 'slope'): string {
  const taken = new Set([...piece.plates, ...piece.letterings, ...piece.veils, ...piece.guides, ...piece.slopes].map((item) => item.id));
  let number = 1;
  while (taken.has(`${kind}-${number}`)) number++;
  return `${kind}-${number}`;
}

/** The key under which an asset stands in the piece; adds it where it is new. */
export function keepAsset(piece: Piece, asset: Asset & { sha256: string }): string {
  const known = Object.entries(piece.assets).find(([, other]) => other.sha256 === asset.sha256 && other.kind === asset.kind);
  if (known) return known[0];
  const key = `${asset.kind}-${asset.sha256.slice(0, 12)}`;
  piece.assets[key] = { ...asset };
  return key;
}

/** Drops assets that nothing names any more. */
export function dropUnused(piece: Piece): void {
  const used = new Set([...piece.plates.map((plate) => plate.asset), ...piece.letterings.flatMap(({ words }) => [words.face, ...words.fallbacks]), ...piece.veils.map((veil) => veil.matte)]);
  for (const key of Object.keys(piece.assets)) if (!used.has(key)) delete piece.assets[key];
}

export const rename = (name: string): Edit => (piece) => void (piece.name = name);

export const setSheet = (change: Partial<Sheet>): Edit => (piece) => void Object.assign(piece.sheet, change);

export const addPlate = (asset: Asset & { sha256: string }, place: Pick<Plate, 'scale' | 'x' | 'y'>): Edit => (piece) => {
  const key = keepAsset(piece, asset);
  piece.plates.push({ id: freeId(piece, 'plate'), name: asset.name, asset: key, ...place });
};

export const placePlate = (id: string, place: Partial<Pick<Plate, 'scale' | 'x' | 'y'>>): Edit => (piece) => void Object.assign(thing(piece.plates, id), place);

/** Removes a plate, and with it the veils that were cut from it. */
export const removePlate = (id: string): Edit => (piece) => {
  const gone = new Set(piece.veils.filter((veil) => veil.plate === id).map((veil) => veil.id));
  piece.plates = piece.plates.filter((plate) => plate.id !== id);
  piece.veils = piece.veils.filter((veil) => !gone.has(veil.id));
  piece.depth = piece.depth.filter((other) => !gone.has(other));
  dropUnused(piece);
};

/** @param face null for a shape, which needs none */
export const addLettering = (lettering: Lettering, face: (Asset & { sha256: string }) | null): Edit => (piece) => {
  piece.letterings.push({ ...lettering, words: { ...lettering.words, face: face ? keepAsset(piece, face) : '' } });
  piece.depth.push(lettering.id);
};

export const setWords = (id: string, change: Partial<Lettering['words']>): Edit => (piece) => void Object.assign(thing(piece.letterings, id).words, change);

export const setFace = (id: string, face: Asset & { sha256: string }): Edit => (piece) => {
  thing(piece.letterings, id).words.face = keepAsset(piece, face);
  dropUnused(piece);
};

export const setStance = (id: string, change: Partial<Lettering['stance']>): Edit => (piece) => void Object.assign(thing(piece.letterings, id).stance, change);

export const setSolid = (id: string, change: Partial<Lettering['ink']['coats'][number]>): Edit => (piece) => {
  const { coats } = thing(piece.letterings, id).ink;
  if (coats.length === 0) coats.push({ kind: 'solid', colour: '#1f2328', opacity: 1 });
  Object.assign(coats[coats.length - 1], change);
};

export const renameLettering = (id: string, name: string): Edit => (piece) => void (thing(piece.letterings, id).name = name);

export const removeLettering = (id: string): Edit => (piece) => {
  piece.letterings = piece.letterings.filter((one) => one.id !== id);
  piece.depth = piece.depth.filter((other) => other !== id);
  dropUnused(piece);
};

export const addVeil = (veil: Pick<Veil, 'id' | 'name' | 'plate'>): Edit => (piece) => {
  piece.veils.push({ ...veil, contours: [], feather: 1, strokes: [] });
  piece.depth.push(veil.id);
};

export const changeVeil = (id: string, change: Partial<Pick<Veil, 'name' | 'feather'>>): Edit => (piece) => void Object.assign(thing(piece.veils, id), change);

export const removeVeil = (id: string): Edit => (piece) => {
  piece.veils = piece.veils.filter((veil) => veil.id !== id);
  piece.depth = piece.depth.filter((other) => other !== id);
  dropUnused(piece);
};

/** The contour that is still open, if any; there is at most one, the last. */
export function openContour(veil: Veil): Contour | undefined {
  const last = veil.contours[veil.contours.length - 1];
  return last && !last.closed ? last : undefined;
}

/** Adds a clicked point to the open contour (or starts one). `stretch` describes the way from the point before. */
export const addTracePoint = (id: string, point: Pick<TracePoint, 'x' | 'y'>, stretch: Pick<TracePoint, 'to' | 'via'>): Edit => (piece) => {
  const veil = thing(piece.veils, id);
  const open = openContour(veil);
  const added: TracePoint = { ...point, to: 'straight', via: [] };
  if (!open) {
    veil.contours.push({ closed: false, points: [added] });
    return;
  }
  Object.assign(open.points[open.points.length - 1], stretch);
  open.points.push(added);
};

export const closeContour = (id: string, stretch: Pick<TracePoint, 'to' | 'via'>): Edit => (piece) => {
  const open = openContour(thing(piece.veils, id));
  if (!open || open.points.length < 2) return;
  Object.assign(open.points[open.points.length - 1], stretch);
  open.closed = true;
};

/** Takes back the last clicked point of the open contour. */
export const dropLastPoint = (id: string): Edit => (piece) => {
  const veil = thing(piece.veils, id);
  const open = openContour(veil);
  if (!open) return;
  open.points.pop();
  if (open.points.length === 0) veil.contours.pop();
  else Object.assign(open.points[open.points.length - 1], { to: 'straight', via: [] });
};

/** Sets one point of a contour and the stretches on both its sides. */
export const movePoint = (
  id: string, contour: number, index: number, point: Pick<TracePoint, 'x' | 'y'>, before: TracePoint['via'] | null, after: TracePoint['via'] | null,
): Edit => (piece) => {
  const { points, closed } = thing(piece.veils, id).contours[contour];
  Object.assign(points[index], point);
  if (after) points[index].via = after;
  const previous = index > 0 ? index - 1 : closed ? points.length - 1 : -1;
  if (before && previous >= 0) points[previous].via = before;
};

/** Removes one point; the stretch before it then runs straight to the next. */
export const removePoint = (id: string, contour: number, index: number): Edit => (piece) => {
  const veil = thing(piece.veils, id);
  const { points, closed } = veil.contours[contour];
  points.splice(index, 1);
  if (points.length < 2) {
    veil.contours.splice(contour, 1);
    return;
  }
  const previous = index > 0 ? index - 1 : closed ? points.length - 1 : -1;
  if (previous >= 0) Object.assign(points[previous], { to: 'straight', via: [] });
};

export const replaceStretch = (id: string, contour: number, index: number, stretch: Pick<TracePoint, 'to' | 'via'>): Edit => (piece) =>
  void Object.assign(thing(piece.veils, id).contours[contour].points[index], stretch);

export const removeContour = (id: string, contour: number): Edit => (piece) => void thing(piece.veils, id).contours.splice(contour, 1);

export const addStroke = (id: string, stroke: Stroke): Edit => (piece) => void thing(piece.veils, id).strokes.push(stroke);

export const clearStrokes = (id: string): Edit => (piece) => void (thing(piece.veils, id).strokes = []);

/** Moves a thing of the depth line to a place counted from far (0) to near. */
export const moveInDepth = (id: string, place: number): Edit => (piece) => {
  const from = piece.depth.indexOf(id);
  if (from < 0) return;
  piece.depth.splice(from, 1);
  piece.depth.splice(Math.max(0, Math.min(piece.depth.length, place)), 0, id);
};
