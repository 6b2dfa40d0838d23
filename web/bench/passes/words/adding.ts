import type { Shape } from '../../../../core/shape/shapes';
import { blankLettering } from '../../../../core/piece/blank';
import { addLettering, freeId } from '../../../../core/piece/edits/items';
import { solidCoat } from '../../../../core/coats/schema';
import { plainInk } from '../../../../core/passes/ink/schema';
import { readColour } from '../../../../core/pixels/colour';
import type { Lettering, Piece } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import type { StoredFace } from '../../../api/faces';
import { store } from '../../../store';
import type { Bench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { drawingName } from '../../outlines/outline';
import { outlineOf } from '../../outlines/outlineOf';

function add(lettering: Lettering, face: StoredFace | null, says: string): void {
  const kept = editing.commit(
    says,
    addLettering(lettering, face && { kind: 'face', name: face.name, sha256: face.sha256 }),
  );
  if (kept) store.dispatch(looked({ lettering: lettering.id, selection: null }));
}

/** The lettering whose first letters were typed before it was there: its field takes the keys from then on. */
export const begun: { id: string | null } = { id: null };

/**
 * Adds a lettering in the face of the last one and chooses it. @param at sheet px of its middle; the sheet's middle
 * when left out
 */
export function addWords({ piece, faces, lettering: last }: Bench, text: string, at?: Point): void {
  const face = faces.find(({ sha256 }) => sha256 === piece.assets[last?.words.face ?? '']?.sha256) ?? faces[0];
  if (!face) return;
  const id = freeId(piece, 'lettering');
  if (text !== '') begun.id = id;
  const blank = blankLettering(id, `Words ${piece.letterings.length + 1}`, text, piece.sheet);
  const ink = isLightPaper(piece) ? plainInk([solidCoat({ colour: darkInk })]) : blank.ink;
  const made = { ...blank, ink };
  add(
    at ? { ...made, stance: { ...made.stance, x: Math.round(at[0]), y: Math.round(at[1]) } } : made,
    face,
    'Add words',
  );
}

/** What new words are set in on light paper; on a photograph they begin light. */
const darkInk = '#1f2328';

function isLightPaper({ plates, sheet }: Piece): boolean {
  if (plates.length > 0 || sheet.paint === null) return false;
  const [red, green, blue] = readColour(sheet.paint);
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue > 0.6;
}

/** Adds a shape that is used like words, and chooses it. */
export function addShape({ piece }: Bench, shape: Shape, name: string): void {
  const blank = blankLettering(freeId(piece, 'lettering'), name.slice(0, 200) || 'Shape', '', piece.sheet);
  add({ ...blank, words: { ...blank.words, shape } }, null, 'Add a shape');
}

/** Adds the outlines of a drawing as a shape; what is wrong with the file is shown. */
export async function addOutline(bench: Bench, file: File): Promise<void> {
  try {
    addShape(bench, { kind: 'path', data: (await outlineOf(file)).data }, drawingName(file));
  } catch (error) {
    store.dispatch(looked({ problem: error instanceof Error ? error.message : 'This file cannot be read.' }));
  }
}
