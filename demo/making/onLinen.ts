import { untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { plainBite, plainDisplacement, plainDrape } from '../../core/passes/drape/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutline, plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { piece } from './common';

/** A word printed on a folded cloth: it follows the folds and takes their light. */
export function onLinen(): Piece {
  // The window stands to the left and a little above; the dial was turned until the folds looked right.
  const light = { tilt: 163, height: 26 };
  const printed = {
    ...plainDrape(),
    displacement: plainDisplacement({ map: { from: 'relief', light, blur: 12 }, length: 1.4, view: 1.8 }),
    bite: plainBite({ as: 'dye', channels: 'each', radius: 6 }),
  };
  const lettering = (id: string, text: string, size: number, y: number, colour: string): Lettering => ({
    id,
    name: text,
    words: plainWords({ text, face: 'bowlby-one', size, leading: 0.9, tracking: 0.01, alignment: 'centre' }),
    stance: plainStance({ x: 900, y, rotation: -2, scale: 1 }),
    ink: plainInk([solidCoat({ colour })]),
    ...untouched(),
    drape: printed,
    outlines: {
      ...plainOutlines(),
      list:
        id === 'lettering-1'
          ? [plainOutline({ id: 'outline-1', unit: 'em', width: 0.012, side: 'outside', gap: 0.02, colour })]
          : [],
    },
  });
  const letterings = [
    lettering('lettering-1', 'ALOFT', 420, 560, '#a33a34'),
    lettering('lettering-2', 'KILN & KITE WEEK', 110, 860, '#31506b'),
  ];
  return piece('On linen', 'linen', ['bowlby-one'], letterings, [], ['lettering-1', 'lettering-2']);
}
