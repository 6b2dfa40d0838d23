import { createWriteStream, readFileSync } from 'node:fs';
import { finished } from 'node:stream/promises';
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { covers, type FaceFacts } from '../../core/type/faceFacts';
import { missingLetters } from '../../core/type/fallback';

/** One row as the report tells of it. */
export interface ReportedRow {
  number: number;
  /** What it was made with, in the order of the table. */
  values: string[];
  state: string;
  says: string[];
  file: string | null;
  /** Where its small picture lies; null where there is none. */
  picture: string | null;
}

export interface ReportOrder {
  title: string;
  /** What stands below the title, a line each. */
  facts: string[];
  /** The worst first. */
  rows: ReportedRow[];
  /** Faces of the type case, for scripts that the report's own face has not. */
  faces: { path: string; coverage: FaceFacts['coverage'] }[];
  out: string;
}

/** More rows than this come without their pictures: the file would be too large to send. */
export const mostPictures = 2000;

/** A4, points. */
const [width, height, margin] = [595.28, 841.89, 42];
const pictureWidth = 84;
const textLeft = margin + pictureWidth + 12;
const textWidth = width - margin - textLeft;
const gap = 10;

/** Characters of the standard faces of PDF (ISO 32000-1, annex D.2: WinAnsiEncoding). */
const isStandard = (text: string): boolean => /^[\x20-\x7e\xa0-\xff€‚ƒ„…†‡ˆ‰Š‹ŒŽ‘’“”•–—˜™š›œžŸ]*$/.test(text);

/**
 * What there is to say of every row of a run, with its picture, as a PDF.
 * @returns how many pages it has
 */
export async function saveRunReport(
  { title, facts, rows, faces, out }: ReportOrder,
  progress: (done: number, stage: string) => void,
): Promise<{ pages: number }> {
  const pdf = new PDFDocument({ size: [width, height], margin: 0, info: { Title: title, Creator: 'Inky Veil' } });
  const file = createWriteStream(out);
  pdf.pipe(file);
  const write = writer(pdf, faces);
  let pages = 1;
  let top = margin;
  top = write(title, margin, top, { size: 20, width: width - 2 * margin }) + 4;
  for (const fact of facts) top = write(fact, margin, top, { size: 9, width: width - 2 * margin, colour: '#555550' });
  top += gap;
  const numbered = (): void => {
    write(String(pages), margin, height - 28, { size: 8, width: width - 2 * margin, colour: '#777770' });
  };
  for (const [i, row] of rows.entries()) {
    const picture = i < mostPictures && row.picture ? await small(row.picture) : null;
    const head = `Row ${row.number}, ${row.state}${row.file ? `, ${row.file}` : ''}`;
    // Values in another script stand on lines of their own: each is set in a face and a direction of its own.
    const [plain, others] = parted(row.values.filter((value) => value.trim() !== ''));
    const lines: [string, Look][] = [
      [head, { size: 10, width: textWidth }],
      ...[plain.join(', '), ...others].map((text): [string, Look] => [
        text,
        { size: 9, width: textWidth, colour: '#333330' },
      ]),
      ...row.says.map((says): [string, Look] => [says, { size: 9, width: textWidth, colour: '#8a2f1c' }]),
    ];
    const tall = lines.reduce((sum, [text, look]) => sum + write.heightOf(text, look), 0);
    const pictureHeight = picture ? (pictureWidth * picture.height) / picture.width : 0;
    const block = Math.min(height - 2 * margin, Math.max(tall, pictureHeight));
    if (top + block > height - margin) {
      numbered();
      pdf.addPage();
      pages++;
      top = margin;
    }
    pdf
      .moveTo(margin, top - gap / 2)
      .lineTo(width - margin, top - gap / 2)
      .lineWidth(0.4)
      .stroke('#c8c8c0');
    if (picture) pdf.image(picture.data, margin, top, { width: pictureWidth });
    let line = top;
    for (const [text, look] of lines) line = write(text, textLeft, line, look);
    top += block + gap;
    progress((i + 1) / rows.length, `Row ${i + 1} of ${rows.length}`);
  }
  numbered();
  pdf.end();
  await finished(file);
  return { pages };
}

const parted = (values: readonly string[]): [string[], string[]] => [
  values.filter(isStandard),
  values.filter((value) => !isStandard(value)),
];

interface Look {
  size: number;
  width: number;
  colour?: string;
}

/** With any list of features a line is set as a whole, not word by word: words from right to left keep their order. */
const whole: [] = [];

/** Writes text in a face that has its letters; what a page has no room for is cut off with dots. */
function writer(pdf: PDFKit.PDFDocument, faces: ReportOrder['faces']) {
  const known = new Set<string>();
  const choose = (text: string): void => {
    if (isStandard(text)) return void pdf.font('Helvetica');
    const lacking = faces.map(
      ({ coverage }) => missingLetters(text, (codePoint) => covers(coverage, codePoint)).length,
    );
    const best = faces[lacking.indexOf(Math.min(...lacking))];
    if (!best) return void pdf.font('Helvetica');
    if (!known.has(best.path)) pdf.registerFont(best.path, readFileSync(best.path));
    known.add(best.path);
    pdf.font(best.path);
  };
  const most = height - 2 * margin;
  const heightOf = (text: string, look: Look): number => {
    if (text === '') return 0;
    choose(text);
    return Math.min(most, pdf.fontSize(look.size).heightOfString(text, { width: look.width, features: whole }));
  };
  const write = (text: string, left: number, top: number, look: Look): number => {
    if (text === '') return top;
    const tall = heightOf(text, look);
    pdf.fillColor(look.colour ?? '#1d1d1b').text(text, left, top, {
      width: look.width,
      height: Math.max(1, height - margin - top),
      ellipsis: true,
      features: whole,
    });
    return top + tall;
  };
  return Object.assign(write, { heightOf });
}

async function small(path: string): Promise<{ data: Buffer; width: number; height: number } | null> {
  try {
    const { data, info } = await sharp(path)
      .resize({ width: 320, withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 80 })
      .toBuffer({ resolveWithObject: true });
    return { data, width: info.width, height: info.height };
  } catch {
    // A row that is being drawn anew has none right now.
    return null;
  }
}
