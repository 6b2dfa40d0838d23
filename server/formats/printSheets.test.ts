import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { decodePDFRawStream, PDFArray, PDFDict, PDFDocument, PDFName, type PDFPage, type PDFRawStream } from 'pdf-lib';
import { pageOf } from '../../core/formats/paper';
import { printSheetSchema } from '../../core/formats/imposition';
import { savePrintSheets } from './printSheets';

const folder = mkdtempSync(join(tmpdir(), 'inky-print-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A row's file: a card of 85 × 55 mm at 300 ppi with 3 mm of bleed. */
async function card(number: number): Promise<string> {
  const { media, bleed, trim } = pageOf({ width: 1004, height: 650 }, 300, 35, true);
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([media.width, media.height]);
  page.setTrimBox(trim.x, trim.y, trim.width, trim.height);
  page.setBleedBox(bleed.x, bleed.y, bleed.width, bleed.height);
  page.drawSquare({ x: trim.x + number, y: trim.y, size: 10 });
  const path = join(folder, `${number}.pdf`);
  writeFileSync(path, await pdf.save());
  return path;
}

test('cards lie on paper in their true size, each once, with what leads back to it', async () => {
  const rows = await Promise.all(
    Array.from({ length: 23 }, async (_, i) => ({ path: await card(i), code: `/runs/x?row=${i}`, label: `row ${i}` })),
  );
  const out = join(folder, 'out.pdf');
  const steps: number[] = [];
  const sheet = printSheetSchema.parse({ paper: 'SRA3', margin: 10 });
  const trim = { width: 85.005, height: 55.033 };
  const made = await savePrintSheets({ title: 'Cards', sheet, trim, bleed: 3, rows, out }, (done) => steps.push(done));
  expect(made).toMatchObject({ papers: 2, notes: [] });
  expect(steps.every((step, i) => i === 0 || step >= steps[i - 1])).toBe(true);
  const pdf = await PDFDocument.load(readFileSync(out));
  expect(pdf.getPageCount()).toBe(2);
  const found: string[] = [];
  for (const [paper, page] of pdf.getPages().entries()) {
    const forms = page.node.Resources()!.lookup(PDFName.of('XObject'), PDFDict);
    const text = contentOf(page);
    const laid = [...text.matchAll(/q ([-\d. ]+) cm (\/\S+) Do Q/g)];
    expect(laid).toHaveLength(forms.entries().length);
    for (const [, matrix, name] of laid) {
      const { width, height } = (forms.lookup(PDFName.of(name.slice(1))) as PDFRawStream).dict
        .lookup(PDFName.of('BBox'), PDFArray)
        .asRectangle();
      const [a, b, c, d, x, y] = matrix.split(' ').map(Number);
      // As large as it is: 85 and 55 mm with 3 mm of bleed on each side, turned or not.
      expect(Math.hypot(a, b)).toBeCloseTo(1, 2);
      expect(Math.hypot(c, d)).toBeCloseTo(1, 2);
      expect(Math.abs((width / 72) * 25.4 - 91)).toBeLessThan(0.1);
      expect(Math.abs((height / 72) * 25.4 - 61)).toBeLessThan(0.1);
      found.push(`${paper} ${Math.round(x)} ${Math.round(y)}`);
    }
    // Marks at every cut, in all inks; squares of codes.
    expect(text).toContain('/All CS 1 SCN');
    expect(text.match(/ re$/gm)!.length).toBeGreaterThan(laid.length * 200);
  }
  expect([found.length, new Set(found).size]).toEqual([23, 23]);
});

function contentOf(page: PDFPage): string {
  const streams = page.node.Contents() as PDFArray;
  return Array.from({ length: streams.size() }, (_, i) =>
    Buffer.from(decodePDFRawStream(streams.lookup(i) as PDFRawStream).decode()).toString('latin1'),
  ).join('\n');
}

test('paper that not even one fits on is told; a narrow margin has no room for codes', async () => {
  const rows = [{ path: await card(99), code: 'x', label: 'row 1' }];
  const trim = { width: 300, height: 430 };
  const out = join(folder, 'none.pdf');
  const order = { title: 'Large', trim, bleed: 3, rows, out };
  await expect(
    savePrintSheets({ ...order, sheet: printSheetSchema.parse({ paper: 'A4' }) }, () => undefined),
  ).rejects.toThrow('A sheet of 300 × 430 mm does not fit on A4');
  const narrow = printSheetSchema.parse({ paper: 'A3', margin: 5 });
  const made = await savePrintSheets({ ...order, trim: { width: 85, height: 55 }, sheet: narrow }, () => undefined);
  expect(made.notes).toHaveLength(1);
});
