import { blankLettering } from '../../../../core/piece/blank';
import { addLettering, freeId } from '../../../../core/piece/edits/things';
import type { Point } from '../../../../core/shape/affine';
import { store } from '../../../store';
import type { Bench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';

/** Adds a lettering in the first face and chooses it. @param at sheet px of its middle; the sheet's middle when left out */
export function addWords({ piece, faces }: Bench, text: string, at?: Point): void {
  const face = faces[0];
  if (!face) return;
  const id = freeId(piece, 'lettering');
  const blank = blankLettering(id, `Words ${piece.letterings.length + 1}`, text, piece.sheet);
  const lettering = at ? { ...blank, stance: { ...blank.stance, x: Math.round(at[0]), y: Math.round(at[1]) } } : blank;
  if (editing.commit('Add words', addLettering(lettering, { kind: 'face', name: face.name, sha256: face.sha256 }))) store.dispatch(looked({ lettering: id }));
}
