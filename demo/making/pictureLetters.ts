import { solidCoat } from '../../core/passes/ink/coats/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import { blankPiece } from '../../core/piece/blank';
import { readPiece } from '../../core/piece/read';
import type { Lettering, Piece } from '../../core/piece/schema';
import { face, plate } from './common';

/** A stacked lockup at one width, filled with a picture, on coloured stock, for a sheet of 13 x 19 in. */
export function pictureLetters(): Piece {
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'Lockup',
    words: plainWords({ text: 'Kiln\n& Kite\nRaku\nAmbershaw\nfired aloft\nin one week', upperCase: true, face: 'bowlby-one', size: 800, leading: 0.9, tracking: 0, alignment: 'centre', lockup: { kind: 'one-width', width: 3300, gap: 0.025 } }),
    stance: plainStance({ x: 1950, y: 2850, rotation: 0, scale: 1 }),
    ink: { coats: [solidCoat({ colour: '#8c3f2b' }), { kind: 'picture', asset: 'dune', span: 'word', fit: 'cover', scale: 1, x: 0, y: 0, opacity: 1, mode: 'normal', reach: { kind: 'all' } }] },
  };
  return readPiece({
    ...blankPiece('Picture letters', { width: 3900, height: 5700, ppi: 300, paint: '#e3d3ad' }),
    assets: { 'bowlby-one': face('bowlby-one'), dune: plate('dune') },
    letterings: [lettering],
    depth: ['lettering-1'],
  });
}
