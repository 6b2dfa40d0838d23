import type { Piece } from '../piece/schema';
import { planeFromLines, PlaneError, type ScenePlane } from '../shape/scenePlane';

/** The planes of a piece as the camera sees them, by id; null where there is none, or where its lines tell no plane. */
export function planesOf({ planes, sheet }: Piece): (id: string) => ScenePlane | null {
  const known = new Map<string, ScenePlane | null>();
  return (id) => {
    if (!known.has(id)) known.set(id, seenBy(planes.find((one) => one.id === id)?.lines ?? null, sheet));
    return known.get(id)!;
  };
}

function seenBy(lines: Piece['planes'][number]['lines'] | null, sheet: Piece['sheet']): ScenePlane | null {
  if (!lines) return null;
  try {
    return planeFromLines(lines, sheet);
  } catch (error) {
    if (error instanceof PlaneError) return null;
    throw error;
  }
}
