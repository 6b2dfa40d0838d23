import { solidCoat } from '../coats/schema';
import { plainInk } from '../passes/ink/schema';
import { plainOutlines } from '../passes/outlines/schema';
import { plainStance } from '../passes/stance/schema';
import { plainWords } from '../passes/words/schema';
import type { z } from 'zod';
import { pieceVersion, sheetSchema, type Lettering, type Piece, type Sheet } from './schema';

/** A piece with nothing on its sheet. */
export function blankPiece(name: string, said: z.input<typeof sheetSchema>): Piece {
  const sheet = sheetSchema.parse(said);
  return {
    format: 'inky-veil/piece',
    version: pieceVersion,
    name,
    sheet,
    assets: {},
    plates: [],
    letterings: [],
    guides: [],
    slopes: [],
    weave: [],
    veils: [],
    grades: [],
    depth: [],
  };
}

/** A new lettering in the middle of the sheet, with capitals a quarter of its height; its face is added by the edit. */
export function blankLettering(
  id: string,
  name: string,
  text: string,
  sheet: Pick<Sheet, 'width' | 'height'>,
): Lettering {
  return {
    id,
    name,
    words: plainWords({
      text,
      face: '',
      size: Math.round(Math.min(sheet.height * 0.36, sheet.width * 0.3)),
      leading: 0.9,
      tracking: 0,
      alignment: 'centre',
    }),
    stance: plainStance({ x: sheet.width / 2, y: sheet.height / 2, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#f2ead8' })]),
    outlines: plainOutlines(),
  };
}
