import { readFileSync } from 'node:fs';
import { PDFArray, PDFDocument, PDFName } from 'pdf-lib';
import sharp from 'sharp';
import { trimOf } from '../../../core/formats/paper';
import { formatOfName } from '../../../core/formats/formats';

/** What a file must be for the print queue to take it. */
export interface PrintTicket {
  /** Of the sheet as it is cut. */
  sheet: { width: number; height: number; ppi: number };
  /** The least px per inch. */
  ppi: number;
  /** The least on every side, mm. */
  bleed: number;
  /** What the file says that it has, mm. */
  hasBleed: number;
}

/** Sizes may be off by so much, mm. */
const tolerance = 0.5;
const mmPerInch = 25.4;
const mmOfPoints = (points: number): number => (points / 72) * mmPerInch;

/**
 * The acceptance of a simulated print queue. It knows nothing of how files are made: it opens them as any printer would.
 * @returns why a file is refused, each in a sentence; none where it is taken
 */
export async function acceptance(path: string, ticket: PrintTicket): Promise<string[]> {
  const format = formatOfName(path);
  try {
    if (format === 'pdf') return await pdfProblems(path, ticket);
    if (format === 'png' || format === 'jpeg' || format === 'tiff') return await pictureProblems(path, ticket);
  } catch {
    return ['The file cannot be opened.'];
  }
  return ['The print queue takes PNG, JPEG, TIFF and PDF.'];
}

interface Extent {
  width: number;
  height: number;
}

/** @param doubt how much of its size is not known, as a fraction */
function sizeProblem(found: Extent, wanted: Extent, doubt = 0): string[] {
  const isNear = (a: number, b: number): boolean => Math.abs(a - b) <= tolerance + doubt * b;
  if (isNear(found.width, wanted.width) && isNear(found.height, wanted.height)) return [];
  const said = ({ width, height }: Extent): string => `${width.toFixed(1)} × ${height.toFixed(1)} mm`;
  return [`It is ${said(found)} large and should be ${said(wanted)}.`];
}

const bleedProblem = (found: number, wanted: number): string[] =>
  found + 0.05 >= wanted ? [] : [`It has ${found.toFixed(1)} mm of bleed, and ${wanted} mm are asked for.`];

/** A PNG may say with a chunk of its own that it is sRGB (PNG, third edition, 11.3.2.5); it stands before the picture. */
const saysItIsSrgb = (bytes: Buffer): boolean =>
  bytes.subarray(1, 4).toString('latin1') === 'PNG' &&
  bytes.subarray(0, Math.max(0, bytes.indexOf('IDAT'))).includes('sRGB');

async function pictureProblems(path: string, { sheet, ppi, bleed, hasBleed }: PrintTicket): Promise<string[]> {
  const bytes = readFileSync(path);
  const picture = sharp(bytes);
  const { width, height, density, icc, space } = await picture.metadata();
  if (!density) return ['It does not say how many px come to an inch.'];
  const trim = trimOf(sheet);
  const around = { width: trim.width + 2 * hasBleed, height: trim.height + 2 * hasBleed };
  return [
    // Densities are told as whole numbers.
    ...sizeProblem(
      { width: (width / density) * mmPerInch, height: (height / density) * mmPerInch },
      around,
      0.5 / density,
    ),
    // Densities are kept as px per cm in some files.
    ...(density < ppi - 1 ? [`It has ${Math.round(density)} px per inch, and ${ppi} are asked for.`] : []),
    ...bleedProblem(hasBleed, bleed),
    ...(icc || saysItIsSrgb(bytes) ? [] : [`It has no colour profile${space ? ` (${space})` : ''}.`]),
    ...((await picture.stats()).isOpaque ? [] : ['Parts of it are clear.']),
  ];
}

async function pdfProblems(path: string, { sheet, bleed }: PrintTicket): Promise<string[]> {
  const pdf = await PDFDocument.load(readFileSync(path));
  const [page] = pdf.getPages();
  if (!page) return ['It has no page.'];
  const [trim, whole] = [page.getTrimBox(), page.getBleedBox()];
  const over = Math.min(
    trim.x - whole.x,
    trim.y - whole.y,
    whole.x + whole.width - trim.x - trim.width,
    whole.y + whole.height - trim.y - trim.height,
  );
  return [
    ...sizeProblem({ width: mmOfPoints(trim.width), height: mmOfPoints(trim.height) }, trimOf(sheet)),
    ...bleedProblem(mmOfPoints(over), bleed),
    ...(hasProfile(pdf) ? [] : ['It has no colour profile.']),
  ];
}

/** Whether colours of a PDF are those of a profile: its own, or that of the press it is meant for. */
function hasProfile(pdf: PDFDocument): boolean {
  if (pdf.catalog.has(PDFName.of('OutputIntents'))) return true;
  return pdf.context
    .enumerateIndirectObjects()
    .some(([, object]) => object instanceof PDFArray && object.size() > 0 && object.get(0) === PDFName.of('ICCBased'));
}
