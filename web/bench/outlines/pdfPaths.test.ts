import { expect, test } from '@jest/globals';
import { PDFDocument, degrees, rgb } from 'pdf-lib';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { pathBounds } from '../../../core/shape/bounds';
import { parseSvgPath } from '../../../core/shape/svgPath';
import { filledPaths, type PagePaths } from './pdfPaths';

/** A page of 300 x 200 points that another program writes, read by the reader that the page uses. */
async function read(draw: (pdf: PDFDocument) => Promise<void> | void): Promise<PagePaths> {
  const pdf = await PDFDocument.create();
  pdf.addPage([300, 200]);
  await draw(pdf);
  const task = getDocument({ data: await pdf.save(), verbosity: 0 });
  const page = await (await task.promise).getPage(1);
  const { transform } = page.getViewport({ scale: 1 });
  const [a, b, c, d, e, f] = transform as number[];
  const found = filledPaths(await page.getOperatorList(), OPS, { a, b, c, d, e, f }, { width: 300, height: 200 });
  await task.destroy();
  return found;
}

const boundsOf = (path: string): number[] => {
  const { x, y, width, height } = pathBounds(parseSvgPath(path)!)!;
  return [x, y, width, height].map((value) => Math.round(value * 100) / 100);
};

test('filled paths stand where the page shows them, turned and scaled as they are, its upper left corner first', async () => {
  const { paths, hasText } = await read((pdf) => {
    const page = pdf.getPage(0);
    page.drawRectangle({ x: 20, y: 30, width: 100, height: 50, color: rgb(1, 0, 0) });
    // A box of 40 x 10 that hangs down from its place, turned by a quarter against the clock.
    page.drawSvgPath('M0 0H40V10H0Z', { x: 150, y: 150, color: rgb(0, 0, 1), rotate: degrees(90), scale: 2 });
  });
  expect(hasText).toBe(false);
  // 200 - 30 - 50 = 120 from above.
  expect(boundsOf(paths[0])).toEqual([20, 120, 100, 50]);
  // Turned about (150, 150): it reaches 80 up, and 20 to the right.
  expect(boundsOf(paths[1])).toEqual([150, -30, 20, 80]);
});

test('lines, text and a ground over the whole page are no outlines; what is drawn in a page laid into it is', async () => {
  const inner = await PDFDocument.create();
  inner.addPage([100, 100]).drawRectangle({ x: 10, y: 10, width: 30, height: 30, color: rgb(0, 0, 0) });
  const { paths, hasText } = await read(async (pdf) => {
    const page = pdf.getPage(0);
    page.drawRectangle({ x: 0, y: 0, width: 300, height: 200, color: rgb(1, 1, 1) });
    page.drawLine({ start: { x: 5, y: 5 }, end: { x: 90, y: 90 } });
    page.drawText('KILN');
    const [laid] = await pdf.embedPdf(await inner.save());
    page.drawPage(laid, { x: 50, y: 20, width: 200, height: 200 });
  });
  expect(hasText).toBe(true);
  expect(paths.map(boundsOf)).toEqual([[70, 200 - 20 - 80, 60, 60]]);
});
