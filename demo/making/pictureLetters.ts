import { pictureCoat, solidCoat } from '../../core/coats/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutline, plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import { blankPiece, untouched } from '../../core/piece/blank';
import { readPiece } from '../../core/piece/read';
import type { Lettering, Piece } from '../../core/piece/schema';
import { face, plate } from './common';

/** A stacked lockup at one width, filled with a picture, on coloured stock, for a sheet of 13 x 19 in. */
export function pictureLetters(): Piece {
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'Lockup',
    words: plainWords({
      text: 'Kiln\n& Kite\nRaku\nAmbershaw\nfired aloft\nin one week',
      upperCase: true,
      face: 'bowlby-one',
      size: 800,
      leading: 0.9,
      tracking: 0,
      alignment: 'centre',
      lockup: { kind: 'one-width', width: 3300, gap: 0.025 },
    }),
    stance: plainStance({ x: 1950, y: 2850, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#8c3f2b' }), pictureCoat({ asset: 'dune' })]),
    ...untouched(),
    outlines: {
      ...plainOutlines(),
      list: [
        plainOutline({ id: 'outline-1', unit: 'em', width: 0.014, side: 'outside', gap: 0.0135, colour: '#fdf8ea' }),
        plainOutline({ id: 'outline-2', unit: 'em', width: 0.014, side: 'outside', colour: '#3f1d13' }),
      ],
    },
  };
  return readPiece({
    ...blankPiece('Picture letters', { width: 3900, height: 5700, ppi: 300, paint: '#e3d3ad' }),
    assets: { 'bowlby-one': face('bowlby-one'), dune: plate('dune') },
    letterings: [lettering],
    depth: ['lettering-1'],
  });
}
