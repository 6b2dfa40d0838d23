import { readFileSync, writeFileSync } from 'node:fs';
import { PDFDocument, PDFName, type PDFEmbeddedPage, type PDFPage } from 'pdf-lib';
import qrcode from 'qrcode';
import { pointsOfMm, type MarkLine } from '../../core/formats/paper';
import { allInks } from './allInks';
import {
  codePlaces,
  codeSide,
  cropMarks,
  foldMarks,
  impose,
  inkOf,
  type Imposition,
  type PrintSheet,
} from '../../core/formats/imposition';

/** One row's file on a print sheet. */
export interface PrintedRow {
  /** A PDF of one page. */
  path: string;
  /** What its code says, and what is written beside it. */
  code: string;
  label: string;
}

export interface PrintOrder {
  title: string;
  sheet: PrintSheet;
  /** Of every row's sheet, mm. */
  trim: { width: number; height: number };
  bleed: number;
  rows: PrintedRow[];
  out: string;
}

/** How much of the progress reading the files takes; the rest is writing, which cannot tell how far it is. */
const readShare = 0.8;

/**
 * Lays the files of rows on sheets of paper, as many on each as fit, with crop marks and a code for each.
 * @returns how many sheets of paper there are, and how many rows lie on each
 * @throws Error where not even one fits
 */
export async function savePrintSheets(
  { title, sheet, trim, bleed, rows, out }: PrintOrder,
  progress: (done: number, stage: string) => void,
): Promise<{ papers: number; each: number; notes: string[] }> {
  const imposition = impose(trim, sheet, bleed);
  if (typeof imposition === 'string') throw new Error(imposition);
  const each = imposition.places.length;
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setCreator('Inky Veil');
  pdf.setProducer('Inky Veil');
  const papers = Math.ceil(rows.length / each);
  const codes = sheet.codes ? codePlaces(imposition, sheet.margin) : null;
  for (let paper = 0; paper < papers; paper++) {
    const { width, height } = imposition.paper;
    const page = pdf.addPage([pointsOfMm(width), pointsOfMm(height)]);
    const own = rows.slice(paper * each, (paper + 1) * each);
    for (const [i, row] of own.entries()) {
      await place(pdf, page, row, imposition, i, { sheet, bleed });
      if (codes) drawCode(page, row, codes[i]);
      progress(((paper * each + i + 1) / rows.length) * readShare, `Laying out paper ${paper + 1} of ${papers}`);
    }
    const used = { ...imposition, places: imposition.places.slice(0, own.length) };
    if (sheet.marks) drawLines(page, cropMarks(used, bleed));
    // Dashed: nobody cuts along them.
    drawLines(page, foldMarks(used, sheet, bleed), '[1.5 1.5] 0 d ');
  }
  progress(readShare, 'Writing the PDF');
  writeFileSync(out, await pdf.save({ useObjectStreams: false }));
  const noRoom = sheet.codes && !codes;
  return {
    papers,
    each,
    notes: noRoom ? ['The margin has no room for codes that lead back to the rows; make it 9 mm or more.'] : [],
  };
}

async function place(
  pdf: PDFDocument,
  page: PDFPage,
  row: PrintedRow,
  { places, isTurned }: Imposition,
  index: number,
  { sheet, bleed }: { sheet: PrintSheet; bleed: number },
): Promise<void> {
  const source = await PDFDocument.load(readFileSync(row.path));
  const leaf = source.getPage(0);
  const trimmed = leaf.getTrimBox();
  const over = pointsOfMm(inkOf(places[index], sheet.gap, bleed).width - places[index].width) / 2;
  const box = {
    left: trimmed.x - over,
    bottom: trimmed.y - over,
    right: trimmed.x + trimmed.width + over,
    top: trimmed.y + trimmed.height + over,
  };
  const embedded: PDFEmbeddedPage = await pdf.embedPage(leaf, box);
  const { x, y, width, height } = inkOf(places[index], sheet.gap, bleed);
  const name = page.node.newXObject('Row', embedded.ref);
  const [a, b] = [pointsOfMm(width), pointsOfMm(height)];
  const [wide, high] = [box.right - box.left, box.top - box.bottom];
  // A quarter turn brings the sheet's left edge to the bottom.
  const matrix = isTurned
    ? [0, b / wide, -a / high, 0, pointsOfMm(x) + a, pointsOfMm(y)]
    : [a / wide, 0, 0, b / high, pointsOfMm(x), pointsOfMm(y)];
  draw(pdf, page, `q ${matrix.map((value) => Number(value.toFixed(6))).join(' ')} cm ${String(name)} Do Q\n`);
}

/** Adds operators to a page. */
function draw(pdf: PDFDocument, page: PDFPage, text: string): void {
  page.node.addContentStream(pdf.context.register(pdf.context.flateStream(text)));
}

/** @param look operators before the lines */
function drawLines(page: PDFPage, marks: readonly MarkLine[], look = ''): void {
  if (marks.length === 0) return;
  const pdf = page.doc;
  const { context } = pdf;
  page.node.normalizedEntries().Resources.set(PDFName.of('ColorSpace'), context.obj({ All: allInks(context) }));
  const lines = marks.map(({ from, to }) => {
    const [x1, y1, x2, y2] = [...from, ...to].map((mm) => Number(pointsOfMm(mm).toFixed(4)));
    return `${x1} ${y1} m ${x2} ${y2} l S`;
  });
  draw(pdf, page, `q /All CS 1 SCN 0.25 w ${look}\n${lines.join('\n')}\nQ\n`);
}

/** A code of squares (ISO/IEC 18004), and what it says in figures beside it. */
function drawCode(page: PDFPage, { code, label }: PrintedRow, [left, bottom]: [number, number]): void {
  const { size, data } = qrcode.create(code, { errorCorrectionLevel: 'M' }).modules;
  const side = pointsOfMm(codeSide) / size;
  const squares: string[] = [];
  for (let row = 0; row < size; row++) {
    for (let column = 0; column < size; column++) {
      if (!data[row * size + column]) continue;
      const x = pointsOfMm(left) + column * side;
      const y = pointsOfMm(bottom) + (size - 1 - row) * side;
      squares.push(`${x.toFixed(3)} ${y.toFixed(3)} ${side.toFixed(4)} ${side.toFixed(4)} re`);
    }
  }
  draw(page.doc, page, `q 0 g\n${squares.join('\n')}\nf Q\n`);
  page.drawText(label, { x: pointsOfMm(left + codeSide + 1), y: pointsOfMm(bottom + codeSide / 2) - 2, size: 6 });
}
