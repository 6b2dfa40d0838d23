import type { z } from 'zod';
import { passes } from '../passes';
import {
  letteringDocuments,
  pictureDocuments,
  pieceVersion,
  sheetSchema,
  type Lettering,
  type Piece,
  type PictureField,
  type Sheet,
} from './schema';

/** A piece with nothing on its sheet. */
export function blankPiece(name: string, given: z.input<typeof sheetSchema>): Piece {
  const sheet = sheetSchema.parse(given);
  const own = Object.entries(pictureDocuments(passes)).map(([field, { plain }]) => [field, plain({ text: '', sheet })]);
  return {
    format: 'inky-veil/piece',
    version: pieceVersion,
    name,
    sheet,
    assets: {},
    letterings: [],
    guides: [],
    slopes: [],
    sizes: [],
    out: [],
    depth: [],
    ...(Object.fromEntries(own) as Pick<Piece, PictureField>),
  };
}

/** A new lettering in the middle of the sheet; its face is added by the edit. */
export function blankLettering(
  id: string,
  name: string,
  text: string,
  { width, height }: Sheet | { width: number; height: number },
): Lettering {
  const made = { text, sheet: { width, height } };
  const parts = Object.entries(letteringDocuments(passes)).map(([field, { plain }]) => [field, plain(made)]);
  return { id, name, ...Object.fromEntries(parts) } as Lettering;
}

/** The parts of a lettering that come after its outlines, as they are while nothing is done there. */
export function untouched(): Omit<Lettering, 'id' | 'name' | 'words' | 'stance' | 'ink' | 'outlines'> {
  const nothing = { text: '', sheet: { width: 1, height: 1 } };
  const first = ['words', 'stance', 'ink', 'outlines'];
  return Object.fromEntries(
    Object.entries(passes.lettering)
      .filter(([field]) => !first.includes(field))
      .map(([field, { document }]) => [field, document.plain(nothing)]),
  ) as ReturnType<typeof untouched>;
}
