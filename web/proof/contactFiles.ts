import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import {
  layContactSheet,
  papers,
  type ContactEntry,
  type ContactOrder,
  type ContactPage,
  type SheetText,
} from '../../core/proof/contactSheet';

/** A picture that is laid on the sheet. */
export interface ContactPicture extends ContactEntry {
  /** PNG. */
  bytes: Uint8Array;
  bitmap: ImageBitmap;
}

const face = '"Instrument Sans Variable", sans-serif';
const ink = '#1f2328';
const rule = '#c8c8c2';

/** px to a mm of PNG pages: 150 to an inch. */
const pngPerMm = 150 / 25.4;
/** px to a mm of text that has no letters in the file's own face. */
const textPerMm = 300 / 25.4;

const fontOf = ({ isStrong, size }: SheetText, perMm: number): string =>
  `${isStrong ? 600 : 400} ${size * perMm}px ${face}`;

/** A text that is no longer than its room. */
function cut(text: string, isTooLong: (text: string) => boolean): string {
  if (!isTooLong(text)) return text;
  const letters = [...text];
  while (letters.length > 1 && isTooLong(`${letters.join('')}…`)) letters.pop();
  return `${letters.join('').trimEnd()}…`;
}

/** The pages as PNG files. */
export async function pngPages(pictures: readonly ContactPicture[], order: ContactOrder): Promise<Blob[]> {
  const { width, height } = papers[order.paper];
  const pages: Blob[] = [];
  for (const page of layContactSheet(pictures, order)) {
    const canvas = new OffscreenCanvas(Math.round(width * pngPerMm), Math.round(height * pngPerMm));
    paintPage(canvas.getContext('2d')!, page, pictures, canvas);
    pages.push(await canvas.convertToBlob({ type: 'image/png' }));
  }
  return pages;
}

function paintPage(
  context: OffscreenCanvasRenderingContext2D,
  page: ContactPage,
  pictures: readonly ContactPicture[],
  { width, height }: OffscreenCanvas,
): void {
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, height);
  context.imageSmoothingQuality = 'high';
  for (const { entry, box } of page.pictures)
    context.drawImage(
      pictures[entry].bitmap,
      box.x * pngPerMm,
      box.y * pngPerMm,
      box.width * pngPerMm,
      box.height * pngPerMm,
    );
  context.fillStyle = ink;
  for (const one of page.texts) {
    context.font = fontOf(one, pngPerMm);
    context.textAlign = one.fromRight ? 'right' : 'left';
    const text = cut(one.text, (shown) => context.measureText(shown).width > one.within * pngPerMm);
    context.fillText(text, one.x * pngPerMm, one.y * pngPerMm);
  }
  context.fillStyle = rule;
  for (const { x, y, width: long } of page.rules)
    context.fillRect(x * pngPerMm, y * pngPerMm, long * pngPerMm, Math.max(1, 0.2 * pngPerMm));
}

const points = 72 / 25.4;

/** The pages as one PDF, at true size. */
export async function pdfFile(pictures: readonly ContactPicture[], order: ContactOrder): Promise<Uint8Array> {
  const { width, height } = papers[order.paper];
  const file = await PDFDocument.create();
  file.setTitle(order.title);
  file.setProducer('Inky Veil');
  const fonts = {
    plain: await file.embedFont(StandardFonts.Helvetica),
    strong: await file.embedFont(StandardFonts.HelveticaBold),
  };
  const images = await Promise.all(pictures.map(({ bytes }) => file.embedPng(bytes)));
  for (const laid of layContactSheet(pictures, order)) {
    const page = file.addPage([width * points, height * points]);
    for (const { entry, box } of laid.pictures)
      page.drawImage(images[entry], {
        x: box.x * points,
        y: (height - box.y - box.height) * points,
        width: box.width * points,
        height: box.height * points,
      });
    for (const one of laid.texts) await writeText(file, page, one, one.isStrong ? fonts.strong : fonts.plain, height);
    for (const { x, y, width: long } of laid.rules)
      page.drawLine({
        start: { x: x * points, y: (height - y) * points },
        end: { x: (x + long) * points, y: (height - y) * points },
        thickness: 0.5,
        color: rgb(0.78, 0.78, 0.76),
      });
  }
  return file.save();
}

/** As letters where the file's face has them all, and as a picture where it has not. */
async function writeText(
  file: PDFDocument,
  page: PDFPage,
  one: SheetText,
  font: PDFFont,
  height: number,
): Promise<void> {
  const size = one.size * points;
  const known = new Set(font.getCharacterSet());
  const isKnown = [...one.text].every((letter) => known.has(letter.codePointAt(0)!));
  if (isKnown) {
    const text = cut(
      one.text,
      (shown) => font.widthOfTextAtSize(shown.replace('…', '...'), size) > one.within * points,
    );
    const wide = font.widthOfTextAtSize(text, size);
    page.drawText(text, {
      x: one.x * points - (one.fromRight ? wide : 0),
      y: (height - one.y) * points,
      size,
      font,
      color: rgb(0.12, 0.14, 0.16),
    });
    return;
  }
  const { bytes, wide, tall, below } = await drawnText(one);
  page.drawImage(await file.embedPng(bytes), {
    x: (one.x - (one.fromRight ? wide : 0)) * points,
    y: (height - one.y - below) * points,
    width: wide * points,
    height: tall * points,
  });
}

/** A text as a picture, in whichever face has its letters; mm. */
async function drawnText(one: SheetText): Promise<{ bytes: Uint8Array; wide: number; tall: number; below: number }> {
  const probe = new OffscreenCanvas(1, 1).getContext('2d')!;
  probe.font = fontOf(one, textPerMm);
  const text = cut(one.text, (shown) => probe.measureText(shown).width > one.within * textPerMm);
  const [wide, tall, below] = [probe.measureText(text).width / textPerMm + 0.4, one.size * 1.6, one.size * 0.45];
  const canvas = new OffscreenCanvas(Math.ceil(wide * textPerMm), Math.ceil(tall * textPerMm));
  const context = canvas.getContext('2d')!;
  context.font = fontOf(one, textPerMm);
  context.fillStyle = ink;
  context.fillText(text, 0, (tall - below) * textPerMm);
  const blob = await canvas.convertToBlob({ type: 'image/png' });
  return { bytes: new Uint8Array(await blob.arrayBuffer()), wide, tall, below };
}
