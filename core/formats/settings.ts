import { z } from 'zod';
import { pressNames, type PressName } from '../press/presses';
import { fileFormats, formatNames, isPictureFormat, type FormatName } from './formats';

/** Formats that a bleed is of use for: what a printer gets. */
export const printed: readonly FormatName[] = ['png', 'jpeg', 'tiff', 'pdf'];

/** Formats that hold the inks of a press. */
export const separated: readonly FormatName[] = ['tiff', 'pdf'];

/** Formats that the white under a picture leaves as. */
export const underbased: readonly FormatName[] = ['png', 'tiff'];

/** Most that an underbase is drawn in from the picture's edges, mm. */
export const largestChoke = 5;

/** How a picture is written, whatever its size. */
export const fileFields = {
  format: z.enum(formatNames),
  /** Bits for each channel. */
  bits: z.union([z.literal(8), z.literal(16)]).default(8),
  /** Of formats that have one. */
  quality: z.int().min(1).max(100).default(92),
  /** What is printed beyond the sheet's edge on every side, to be cut off, mm. */
  bleed: z.number().min(0).max(50).default(0),
  /** Crop and registration marks around the sheet; PDF alone has room for them. */
  marks: z.boolean().default(false),
  /** The press that a TIFF or a PDF is separated for, into its four inks; null: it stays in the colours of a screen. */
  press: z.enum(pressNames).nullable().default(null),
};

/** What a format has no room for, with the field that asks for it. */
export function unfitting(settings: {
  format: FormatName;
  bits: 8 | 16;
  bleed: number;
  marks: boolean;
  press: PressName | null;
  underbase?: { choke: number };
  space?: 'srgb' | 'display-p3';
}): { message: string; field: string }[] {
  const { format, bits, bleed, marks, press, underbase, space } = settings;
  const { name, bits: known } = fileFormats[format];
  const all = [
    !(known as readonly number[]).includes(bits) && {
      message: `${article(name)} ${name} has 8 bits for each channel.`,
      field: 'bits',
    },
    bleed > 0 &&
      !printed.includes(format) && { message: `${article(name)} ${name} is saved without bleed.`, field: 'bleed' },
    press !== null &&
      !separated.includes(format) && { message: 'Only a TIFF or a PDF is separated for a press.', field: 'press' },
    press !== null && bits === 16 && { message: 'Inks of a press have 8 bits.', field: 'bits' },
    underbase !== undefined &&
      !underbased.includes(format) && {
        message: 'An underbase is saved as a PNG or a TIFF.',
        field: 'underbase',
      },
    underbase !== undefined && press !== null && { message: 'An underbase is one ink of its own.', field: 'press' },
    space === 'display-p3' &&
      !isPictureFormat(format) && { message: 'Display P3 is a space for pictures.', field: 'space' },
    space === 'display-p3' &&
      press !== null && { message: 'Inks of a press have a space of their own.', field: 'space' },
    marks && format !== 'pdf' && { message: 'Only a PDF has room for crop marks.', field: 'marks' },
  ];
  return all.filter((one) => one !== false);
}

/** How a finished sheet is saved. */
export const fileSettingsSchema = z
  .object({
    ...fileFields,
    /** Pixels per inch of paper. */
    ppi: z.number().min(1).max(4800),
    /** The colour space of its px: sRGB where nothing is said. */
    space: z.enum(['srgb', 'display-p3']).optional(),
    /** Not the picture but the white under it, for dark cloth; drawn in from the picture's edges, mm. */
    underbase: z.object({ choke: z.number().min(0).max(largestChoke) }).optional(),
  })
  .superRefine((settings, context) => {
    for (const { message, field } of unfitting(settings)) context.addIssue({ code: 'custom', message, path: [field] });
  });

export type FileSettings = z.infer<typeof fileSettingsSchema>;

/** A picture for the screen, with every px as it is. */
export const plainPicture = {
  format: 'png',
  ppi: 72,
  bits: 8,
  quality: 90,
  bleed: 0,
  marks: false,
  press: null,
} as const;

const article = (name: string): string => (/^([AEIO]|SVG)/.test(name) ? 'An' : 'A');

/**
 * What keeps a sheet of a size from being saved in a format; null where nothing does.
 * @param sheet px, bleed included
 */
export function tooLargeFor(format: FormatName, { width, height }: { width: number; height: number }): string | null {
  const { name, longestSide } = fileFormats[format];
  const side = Math.max(width, height);
  if (side <= longestSide) return null;
  const [most, has] = [longestSide, side].map((px) => px.toLocaleString('en'));
  return `${article(name)} ${name} holds ${most} px a side at most; this sheet has ${has}. Choose PNG or TIFF.`;
}

/** Settings in which what the format has no room for is left out. */
export function fitted<Settings extends Omit<FileSettings, 'ppi'>>(settings: Settings): Settings {
  const { format, bits, bleed, marks, press } = settings;
  const known: readonly number[] = fileFormats[format].bits;
  const isSeparated = press !== null && separated.includes(format);
  return {
    ...settings,
    bits: known.includes(bits) && !isSeparated ? bits : 8,
    bleed: printed.includes(format) ? bleed : 0,
    marks: marks && format === 'pdf',
    press: isSeparated ? press : null,
    space: isPictureFormat(format) && !isSeparated ? settings.space : undefined,
    underbase: underbased.includes(format) && !isSeparated ? settings.underbase : undefined,
  };
}
