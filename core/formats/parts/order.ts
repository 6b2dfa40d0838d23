import { nameOf } from '../../piece/names';
import type { Piece } from '../../piece/schema';
import type { CompiledPiece } from '../../render/compile';
import { placedLetters } from '../../graph/cover';
import { readColour } from '../../pixels/colour';
import { transformPath } from '../../shape/path';
import type { VectorItem } from '../vectors/items';

/** Where the files of a piece's parts lie, by the ids of veils and letterings. */
export interface PartFiles {
  mattes: ReadonlyMap<string, string>;
  letters: ReadonlyMap<string, string>;
}

/** What stands on the depth line, as another program reads it. */
type PartEntry =
  | { kind: 'photograph'; id: string; name: string }
  | { kind: 'veil'; id: string; name: string; photograph: string; matte: string | null }
  | {
      kind: 'lettering';
      id: string;
      name: string;
      outlines: string | null;
      /** Of each letter that a veil stands before: which ones do, farther ones first. */
      behind: { letter: string; veils: string[] }[];
    }
  | { kind: 'other'; id: string };

/** The depth order of a piece: what it is made of from far to near, and the files of its parts. */
export interface PartsOrder {
  kind: 'inky-veil-parts';
  version: 1;
  title: string;
  /** Output px. */
  width: number;
  height: number;
  ppi: number;
  order: PartEntry[];
}

export function partsOrder(
  piece: Piece,
  { letterings }: Pick<CompiledPiece, 'letterings'>,
  files: PartFiles,
  { width, height, ppi }: { width: number; height: number; ppi: number },
): PartsOrder {
  const entryOf = (id: string): PartEntry => {
    const veil = piece.veils.find((one) => one.id === id);
    if (veil) return { kind: 'veil', id, name: veil.name, photograph: veil.plate, matte: files.mattes.get(id) ?? null };
    const compiled = letterings.find((one) => one.id === id);
    if (!compiled) return { kind: 'other', id };
    const { letters } = compiled.letters;
    const behind = letters
      .map(({ text, start }) => ({ letter: text, veils: compiled.over(start) }))
      .filter(({ veils }) => veils.length > 0);
    return {
      kind: 'lettering',
      id,
      name: nameOf(compiled.lettering),
      outlines: files.letters.get(id) ?? null,
      behind,
    };
  };
  return {
    kind: 'inky-veil-parts',
    version: 1,
    title: piece.name,
    width,
    height,
    ppi,
    order: [
      ...piece.plates.map(({ id, name }): PartEntry => ({ kind: 'photograph', id, name })),
      ...piece.depth.map(entryOf),
    ],
  };
}

/** The letters of a lettering as outlines, each by itself, as they lie after bend, mesh and plane; sheet px. */
export function letterItems({ id, letters }: CompiledPiece['letterings'][number]): VectorItem[] {
  return placedLetters(letters.letters, letters.place).map(({ letter }) => {
    const [red, green, blue] = readColour(letter.colour ?? '#000000').map((value) => Math.round(value * 255));
    return {
      lettering: id,
      name: letter.text,
      path: transformPath(letter.path, letters.place),
      colour: [red, green, blue] as const,
    };
  });
}
