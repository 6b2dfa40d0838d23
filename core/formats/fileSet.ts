import { z } from 'zod';
import type { Piece } from '../piece/schema';
import { distinctNames, fileNameOf } from '../piece/fileNames';
import { fileFormats } from './formats';
import { fileSettingsSchema } from './settings';

/** A file that is wanted of a piece. `size`: id of one of its sizes; its first sheet when left out. */
export const wantedFileSchema = fileSettingsSchema.and(z.object({ size: z.string().max(64).optional() }));

export type WantedFile = z.infer<typeof wantedFileSchema>;

/** So many files leave in one press. */
export const mostFiles = 100;

/** Names that tell the files of a set apart, as long as each has one format. */
export const usualPattern = '{piece} {size} {part}';

/** Several files of a piece, made in one press. */
export const fileSetSchema = z.object({
  files: z.array(wantedFileSchema).min(1, 'No file is wanted.').max(mostFiles, `At most ${mostFiles} files at once.`),
  /** Of their names, without endings. @see fileNamesOf */
  pattern: z.string().trim().min(1, 'The files need a pattern for their names.').max(200).default(usualPattern),
});

export type FileSet = z.infer<typeof fileSetSchema>;

/** What a pattern can name of a file. */
export const patternFields = ['piece', 'size', 'part', 'format', 'width', 'height', 'ppi', 'number'] as const;

/**
 * The files' names: by a pattern such as `{piece} {size}`, with their endings, no two the same. What a file does not
 * have leaves nothing: the first sheet no `{size}`, a picture no `{part}` where an underbase has one.
 */
export function fileNamesOf(piece: Piece, { files, pattern }: FileSet): string[] {
  const names = files.map(({ size, format, ppi, underbase }, i) => {
    const own = piece.sizes.find(({ id }) => id === size);
    const { width, height } = own ?? piece.sheet;
    const name = fileNameOf(pattern, {
      number: i + 1,
      count: files.length,
      piece: piece.name,
      values: {
        size: own?.name ?? '',
        part: underbase ? 'underbase' : '',
        format: fileFormats[format].name,
        width: String(width),
        height: String(height),
        ppi: String(ppi),
      },
    });
    return `${name}.${fileFormats[format].ending}`;
  });
  return distinctNames(names, (name, number) => name.replace(/(\.\w+)$/, ` (${number})$1`));
}

/** The picture, and the white under it where that is wanted besides. */
export const withUnderbase = (file: WantedFile): WantedFile[] =>
  file.underbase ? [{ ...file, underbase: undefined }, file] : [file];
