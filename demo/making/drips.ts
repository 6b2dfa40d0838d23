import { untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { plainCasts } from '../../core/light/casting/schema';
import { plainFocus } from '../../core/passes/focus/schema';
import { plainBody } from '../../core/passes/relief/schema';
import { plainBite, plainDrape, plainDrips } from '../../core/passes/drape/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { jarLamp, piece } from './common';

/**
 * Glaze that runs down a plastered wall from round letters, behind the jar and its grasses.
 * @param woven where those are cut
 */
export function dripsPiece(woven: Piece): Piece {
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'GLAZE',
    words: plainWords({
      text: 'GLAZE',
      face: 'dela-gothic-one',
      size: 330,
      leading: 0.9,
      tracking: 0.02,
      alignment: 'centre',
    }),
    stance: plainStance({ x: 900, y: 470, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#1f6f78' })]),
    outlines: { ...plainOutlines(), round: 0.06 },
    ...untouched(),
    relief: plainBody({
      edges: { width: 26, depth: 22, soft: 4, gloss: 0.55, sharpness: 0.55, light: 0.6, shade: 0.9 },
    }),
    focus: plainFocus({ blur: { sigma: 0.5 }, grain: { dark: 1.05, middle: 1.03, light: 1, size: 0.5 } }),
    casts: plainCasts({ contact: {}, ambient: {}, thrown: { lift: 14 }, colour: '#6a5a52' }),
    drape: {
      ...plainDrape(),
      bite: plainBite({ as: 'paint', radius: 6 }),
      drips: plainDrips({ number: 6, length: 0.32, spread: 0.8, thickness: 0.07, neck: 0.3, seed: 5 }),
    },
  };
  const solved = Object.fromEntries(
    Object.entries(woven.assets).filter(([, { kind }]) => kind !== 'plate' && kind !== 'face'),
  );
  const depth = ['lettering-1', 'veil-2', 'veil-1'];
  return { ...piece('Drips', 'jar', ['dela-gothic-one'], [lettering], woven.veils, depth, { solved }), lamp: jarLamp };
}
