import { current } from 'immer';
import {
  plainVeil,
  type Cast,
  type Contour,
  type Crossing,
  type Cut,
  type EdgeBand,
  type Graft,
  type Growth,
  type ScribbleCut,
  type Softness,
  type Stroke,
  type ToneCut,
  type TraceCut,
  type TracePoint,
  type Veil,
  type VeilShadow,
} from '../../passes/veils/schema';
import { cutKey, type SolvedCut } from '../../passes/veils/solved';
import type { Asset, Piece } from '../schema';
import { moveWithin, type Edit } from './edit';
import { dropUnused, keepAsset, itemOf } from './items';

/** Solved pixels as the store has them. */
export type StoredMatte = Asset & { sha256: string };

export const addVeil =
  (veil: Pick<Veil, 'id' | 'name' | 'plate'>): Edit =>
  (piece) => {
    piece.veils.push(plainVeil(veil));
    piece.depth.push(veil.id);
  };

/** Adds a veil that is cut already; a copy of it, since what has come into a piece is never changed. */
export const placeVeil =
  (veil: Veil): Edit =>
  (piece) => {
    piece.veils.push(structuredClone(veil));
    piece.depth.push(veil.id);
  };

/**
 * Adds a way to cut, nearest to the touch-up; a copy of it, since what has come into a piece is never changed. A scribble
 * cut is as soft as the photo already: a veil that begins with one is feathered no more.
 */
export const addCut =
  (id: string, cut: Cut): Edit =>
  (piece) => {
    const veil = itemOf(piece.veils, id);
    if (veil.cuts.length === 0 && cut.kind === 'scribble') veil.feather = 0;
    veil.cuts.push(structuredClone(cut));
  };

export const removeCut =
  (id: string, index: number): Edit =>
  (piece) => {
    itemOf(piece.veils, id).cuts.splice(index, 1);
    dropUnused(piece);
  };

export const moveCut =
  (id: string, from: number, to: number): Edit =>
  (piece) =>
    moveWithin(itemOf(piece.veils, id).cuts, from, to);

export const setCutOperation =
  (id: string, index: number, operation: Cut['operation']): Edit =>
  (piece) =>
    void (itemOf(piece.veils, id).cuts[index].operation = operation);

/** Changes what a cut is solved from; what it was solved to until now stays until the new pixels come. */
export const changeCut =
  (id: string, index: number, change: Partial<ScribbleCut> | Partial<ToneCut>): Edit =>
  (piece) => {
    const cut = itemOf(piece.veils, id).cuts[index] as SolvedCut;
    // Pixels of an earlier program are right for what was there before.
    if (cut.matte !== null) cut.solvedFor ??= cutKey(current(cut));
    Object.assign(cut, change);
    dropUnused(piece);
  };

/**
 * Puts what a cut was solved to into the piece. Nothing is dropped: what history speaks of must be there for it.
 * @param solved null: nothing says what stands in front
 */
export const settleCut =
  (id: string, index: number, solved: { matte: StoredMatte; coarse: boolean } | null, solvedFor: string): Edit =>
  (piece) => {
    const cut = itemOf(piece.veils, id).cuts[index] as SolvedCut;
    cut.matte = solved && keepAsset(piece, solved.matte);
    cut.solvedFor = solvedFor;
    if (cut.kind === 'scribble') cut.coarse = solved?.coarse ?? false;
  };

/** Asks for the fine edge with what is changed of it; what was solved until now stays until the new pixels come. */
export const askFineEdge =
  (id: string, change: Partial<EdgeBand>): Edit =>
  (piece) => {
    const veil = itemOf(piece.veils, id);
    veil.fine ??= { band: [], reach: 0, needed: false, matte: null, front: null, solvedFor: null };
    Object.assign(veil.fine, change, { solvedFor: '' });
    dropUnused(piece);
  };

/** Puts the solved edge into the piece, as `settleCut`; @param solvedFor empty: it is a first look, and more will come */
export const settleFineEdge =
  (id: string, solved: { matte: StoredMatte; front: StoredMatte } | null, solvedFor: string | null): Edit =>
  (piece) => {
    const { fine } = itemOf(piece.veils, id);
    if (!fine) return;
    if (solved) Object.assign(fine, { matte: keepAsset(piece, solved.matte), front: keepAsset(piece, solved.front) });
    fine.solvedFor = solvedFor;
  };

export const removeFineEdge =
  (id: string): Edit =>
  (piece) => {
    itemOf(piece.veils, id).fine = null;
    dropUnused(piece);
  };

export const setShadow =
  (id: string, shadow: VeilShadow | null): Edit =>
  (piece) =>
    void (itemOf(piece.veils, id).shadow = shadow);

/** Moves a stretch of the border; a copy, since what has come into a piece is never changed. */
export const addGrowth =
  (id: string, growth: Growth): Edit =>
  (piece) =>
    void itemOf(piece.veils, id).growths.push(structuredClone(growth));

export const setSoftness =
  (id: string, softness: Softness | null): Edit =>
  (piece) =>
    void (itemOf(piece.veils, id).softness = softness);

/** The place before one in a contour; of a closed one the last comes before the first. -1 where there is none. */
function placeBefore(index: number, length: number, closed: boolean): number {
  if (index > 0) return index - 1;
  return closed ? length - 1 : -1;
}

function traceAt(piece: Piece, id: string, cut: number): TraceCut {
  const found = itemOf(piece.veils, id).cuts[cut];
  if (found?.kind !== 'trace') throw new Error('This is no longer a trace.');
  return found;
}

/** The contour that is still open, if any; there is at most one, the last. */
export function openContour({ contours }: Pick<TraceCut, 'contours'>): Contour | undefined {
  const last = contours[contours.length - 1];
  return last && !last.closed ? last : undefined;
}

/** Adds a clicked point to the open contour (or starts one). `stretch` describes the way from the point before. */
export const addTracePoint =
  (id: string, cut: number, point: Pick<TracePoint, 'x' | 'y'>, stretch: Pick<TracePoint, 'to' | 'via'>): Edit =>
  (piece) => {
    const trace = traceAt(piece, id, cut);
    const open = openContour(trace);
    const added: TracePoint = { ...point, to: 'straight', via: [] };
    if (!open) {
      trace.contours.push({ closed: false, points: [added] });
      return;
    }
    Object.assign(open.points[open.points.length - 1], stretch);
    open.points.push(added);
  };

/** Adds whole contours, such as those of a file. */
export const addContours =
  (id: string, cut: number, contours: Contour[]): Edit =>
  (piece) =>
    void traceAt(piece, id, cut).contours.unshift(...contours);

export const closeContour =
  (id: string, cut: number, stretch: Pick<TracePoint, 'to' | 'via'>): Edit =>
  (piece) => {
    const open = openContour(traceAt(piece, id, cut));
    if (!open || open.points.length < 2) return;
    Object.assign(open.points[open.points.length - 1], stretch);
    open.closed = true;
  };

/** Takes back the last clicked point of the open contour. */
export const dropLastPoint =
  (id: string, cut: number): Edit =>
  (piece) => {
    const trace = traceAt(piece, id, cut);
    const open = openContour(trace);
    if (!open) return;
    open.points.pop();
    if (open.points.length === 0) trace.contours.pop();
    else Object.assign(open.points[open.points.length - 1], { to: 'straight', via: [] });
  };

/** Sets one point of a contour and the stretches on both its sides. */
export const movePoint =
  (
    id: string,
    cut: number,
    contour: number,
    index: number,
    point: Pick<TracePoint, 'x' | 'y'>,
    before: TracePoint['via'] | null,
    after: TracePoint['via'] | null,
  ): Edit =>
  (piece) => {
    const { points, closed } = traceAt(piece, id, cut).contours[contour];
    Object.assign(points[index], point);
    if (after) points[index].via = after;
    const previous = placeBefore(index, points.length, closed);
    if (before && previous >= 0) points[previous].via = before;
  };

/**
 * Puts a point into a stretch. @param before and @param after: the ways to it and on from it, where they are not the
 * stretch's own kind
 */
export const insertPoint =
  (
    id: string,
    cut: number,
    contour: number,
    index: number,
    point: Pick<TracePoint, 'x' | 'y'>,
    before: TracePoint['via'],
    after: TracePoint['via'],
  ): Edit =>
  (piece) => {
    const { points } = traceAt(piece, id, cut).contours[contour];
    const { to } = points[index];
    points[index].via = before;
    points.splice(index + 1, 0, { ...point, to, via: after });
  };

/** Makes a point a corner, or a smooth one. */
export const setCorner =
  (id: string, cut: number, contour: number, index: number, corner: boolean): Edit =>
  (piece) =>
    void (traceAt(piece, id, cut).contours[contour].points[index].corner = corner);

/** Removes one point; the stretch before it then runs straight to the next. */
export const removePoint =
  (id: string, cut: number, contour: number, index: number): Edit =>
  (piece) => {
    const { contours } = traceAt(piece, id, cut);
    const { points, closed } = contours[contour];
    points.splice(index, 1);
    if (points.length < 2) {
      contours.splice(contour, 1);
      return;
    }
    const previous = placeBefore(index, points.length, closed);
    if (previous >= 0) Object.assign(points[previous], { to: 'straight', via: [] });
  };

export const replaceStretch =
  (id: string, cut: number, contour: number, index: number, stretch: Pick<TracePoint, 'to' | 'via'>): Edit =>
  (piece) =>
    void Object.assign(traceAt(piece, id, cut).contours[contour].points[index], stretch);

export const removeContour =
  (id: string, cut: number, contour: number): Edit =>
  (piece) =>
    void traceAt(piece, id, cut).contours.splice(contour, 1);

export const addStroke =
  (id: string, stroke: Stroke): Edit =>
  (piece) =>
    void itemOf(piece.veils, id).strokes.push(stroke);

/** Copies what a veil cuts out to another place. @param graft the new veil's id and name, and where it stands */
export const addGraft =
  (from: string, graft: Pick<Veil, 'id' | 'name'> & { graft: Graft }): Edit =>
  (piece) => {
    const source = itemOf(piece.veils, from);
    piece.veils.push({ ...structuredClone(current(source)), ...graft, shadow: null });
    piece.depth.splice(piece.depth.indexOf(from) + 1, 0, graft.id);
  };

export const setGraft =
  (id: string, change: Partial<Graft>): Edit =>
  (piece) => {
    const veil = itemOf(piece.veils, id);
    if (!veil.graft) throw new Error('This veil is not a graft.');
    Object.assign(veil.graft, change);
  };

export const setCast =
  (id: string, cast: Cast | null): Edit =>
  (piece) =>
    void (itemOf(piece.veils, id).cast = cast);

export const clearStrokes =
  (id: string): Edit =>
  (piece) =>
    void (itemOf(piece.veils, id).strokes = []);

/** Turns crossings of a veil and letters. What is as the depth line has it need not be said. */
export const setCrossings =
  (crossings: readonly Crossing[]): Edit =>
  (piece) => {
    for (const crossing of crossings) {
      piece.weave = piece.weave.filter(
        ({ veil, lettering, at }) => veil !== crossing.veil || lettering !== crossing.lettering || at !== crossing.at,
      );
      const byDepth = piece.depth.indexOf(crossing.veil) > piece.depth.indexOf(crossing.lettering);
      if (crossing.over !== byDepth) piece.weave.push({ ...crossing });
    }
  };
