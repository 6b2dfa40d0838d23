import type { Plane } from '../../../../core/passes/planes/schema';
import { freeId, removeItems } from '../../../../core/piece/edits/items';
import {
  addPlane,
  beyondHorizon,
  changePlane,
  laidInPlane,
  layInPlane,
  movedInPlane,
  sceneOf,
} from '../../../../core/piece/edits/planes';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Lettering, Piece } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { planeFromLines, PlaneError, type ScenePlane, type StraightLine } from '../../../../core/shape/scenePlane';
import type { Letters } from '../../../../core/type/letters';

/** What is to be done, or why it cannot be, as a sentence. */
export type Answer = { edit: Edit; problem: null } | { edit: null; problem: string };

const asProblem = (error: unknown): Answer => {
  if (error instanceof PlaneError) return { edit: null, problem: error.message };
  throw error;
};

/** The plane that a lettering lies in, as the camera sees it; null where it lies in none. */
export function planeOf(piece: Piece, { drape, stance }: Lettering): { plane: Plane; scene: ScenePlane } | null {
  const plane = piece.planes.find(({ id }) => id === drape.plane);
  if (!plane || !stance.perspective) return null;
  try {
    return { plane, scene: sceneOf(plane, piece.sheet) };
  } catch {
    return null;
  }
}

/** Lays words into a plane. @param flat the words before any perspective */
export function layEdit(piece: Piece, lettering: Lettering, flat: Letters | null, plane: Plane): Answer {
  if (!flat?.ink) return { edit: null, problem: 'There are no letters to lay into the plane yet.' };
  try {
    const perspective = laidInPlane(lettering, flat.ink, sceneOf(plane, piece.sheet));
    return perspective
      ? { edit: layInPlane(lettering.id, plane.id, perspective), problem: null }
      : { edit: null, problem: beyondHorizon };
  } catch (error) {
    return asProblem(error);
  }
}

/** A new plane from four lines; the words are laid into it where that can be. */
export function planeEdit(
  piece: Piece,
  lines: readonly StraightLine[],
  lettering: Lettering | null,
  flat: Letters | null,
): Answer {
  try {
    planeFromLines(lines, piece.sheet);
  } catch (error) {
    return asProblem(error);
  }
  const id = freeId(piece, 'plane');
  const plane = { id, name: `Plane ${piece.planes.length + 1}`, lines: lines as Plane['lines'] };
  const lay = lettering && layEdit(piece, lettering, flat, plane).edit;
  return {
    edit: (draft) => {
      addPlane(plane)(draft);
      lay?.(draft);
    },
    problem: null,
  };
}

/** Words moved, or scaled, along their plane. @param by px of the plane */
export function slideEdit(
  lettering: Lettering,
  { plane, scene }: { plane: Plane; scene: ScenePlane },
  by: Point,
  factor = 1,
): Answer {
  const perspective = movedInPlane(lettering, scene, { by, factor });
  return perspective
    ? { edit: layInPlane(lettering.id, plane.id, perspective), problem: null }
    : { edit: null, problem: beyondHorizon };
}

/** A plane by other lines: the words that lie in it are laid in again, as large and where they stand. */
export function redrawnEdit(piece: Piece, plane: Plane, lines: Plane['lines']): Answer {
  try {
    const scene = planeFromLines(lines, piece.sheet);
    const laid = piece.letterings.flatMap((lettering) => {
      const { perspective } = lettering.stance;
      if (lettering.drape.plane !== plane.id || !perspective) return [];
      return [{ id: lettering.id, perspective: laidInPlane(lettering, perspective.box, scene) }];
    });
    if (laid.some(({ perspective }) => !perspective)) return { edit: null, problem: beyondHorizon };
    return {
      edit: (draft) => {
        changePlane(plane.id, { lines })(draft);
        for (const { id, perspective } of laid) layInPlane(id, plane.id, perspective!)(draft);
      },
      problem: null,
    };
  } catch (error) {
    return asProblem(error);
  }
}

export const removePlane =
  (id: string): Edit =>
  (piece) =>
    removeItems(piece, [id]);
