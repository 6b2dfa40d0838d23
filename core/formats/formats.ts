/** What a kind of file can hold. */
interface FileFormat {
  /** As people call it. */
  name: string;
  ending: string;
  mime: string;
  /** Bits for each channel. */
  bits: readonly (8 | 16)[];
  /** Whether clear parts stay clear; otherwise they become white. */
  hasAlpha: boolean;
  /** Whether a quality from 1 to 100 trades size for likeness. */
  hasQuality: boolean;
  /** The longest side that the format, or what writes it, can hold, px. */
  longestSide: number;
  /** What it is for, in a few words. */
  purpose: string;
}

/** All kinds of files that a sheet leaves as. */
export const fileFormats = {
  png: {
    name: 'PNG',
    ending: 'png',
    mime: 'image/png',
    bits: [8, 16],
    hasAlpha: true,
    hasQuality: false,
    longestSide: 1e6,
    purpose: 'every px exactly as it is',
  },
  jpeg: {
    name: 'JPEG',
    ending: 'jpg',
    mime: 'image/jpeg',
    bits: [8],
    hasAlpha: false,
    hasQuality: true,
    longestSide: 65500,
    purpose: 'small, for screens and shops',
  },
  webp: {
    name: 'WebP',
    ending: 'webp',
    mime: 'image/webp',
    bits: [8],
    hasAlpha: true,
    hasQuality: true,
    longestSide: 16383,
    purpose: 'smaller still, for web pages',
  },
  avif: {
    name: 'AVIF',
    ending: 'avif',
    mime: 'image/avif',
    bits: [8],
    hasAlpha: true,
    hasQuality: true,
    longestSide: 16384,
    purpose: 'the smallest, slow to write',
  },
  tiff: {
    name: 'TIFF',
    ending: 'tif',
    mime: 'image/tiff',
    bits: [8, 16],
    hasAlpha: true,
    hasQuality: false,
    longestSide: 1e6,
    purpose: 'exact, for printers and archives',
  },
  pdf: {
    name: 'PDF',
    ending: 'pdf',
    mime: 'application/pdf',
    bits: [8],
    hasAlpha: true,
    hasQuality: false,
    longestSide: 1e5,
    purpose: 'true size on paper, letters as outlines',
  },
  svg: {
    name: 'SVG',
    ending: 'svg',
    mime: 'image/svg+xml',
    bits: [8],
    hasAlpha: true,
    hasQuality: false,
    longestSide: 3e4,
    purpose: 'letters as outlines, for web and cutting',
  },
  openraster: {
    name: 'OpenRaster',
    ending: 'ora',
    mime: 'image/openraster',
    bits: [8],
    hasAlpha: true,
    hasQuality: false,
    longestSide: 3e4,
    purpose: 'named layers, for other programs',
  },
  parts: {
    name: 'Parts',
    ending: 'zip',
    mime: 'application/zip',
    bits: [8],
    hasAlpha: true,
    hasQuality: false,
    longestSide: 3e4,
    purpose: 'mattes, letters as outlines and the depth order, to go on elsewhere',
  },
} as const satisfies Record<string, FileFormat>;

export type FormatName = keyof typeof fileFormats;

export const formatNames = Object.keys(fileFormats) as [FormatName, ...FormatName[]];

/** Formats that hold one picture and nothing else. */
export const pictureFormats = ['png', 'jpeg', 'webp', 'avif', 'tiff'] as const satisfies readonly FormatName[];
export type PictureFormat = (typeof pictureFormats)[number];

export const isPictureFormat = (format: FormatName): format is PictureFormat =>
  (pictureFormats as readonly FormatName[]).includes(format);

/** The format whose files end so; null for an ending that is not known. @param name of a file */
export function formatOfName(name: string): FormatName | null {
  const ending = /\.([a-z]+)$/i.exec(name)?.[1].toLowerCase() ?? '';
  const written = { jpeg: 'jpg', tiff: 'tif' }[ending] ?? ending;
  return formatNames.find((format) => fileFormats[format].ending === written) ?? null;
}
