import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { PDFDocument, StandardFonts, rgb } from 'pdf-lib';
import { Problem } from '../problem';
import type { StoredAsset } from '../store/assets';
import { testStudio } from '../testing/studio';
import { drawPage } from './drawPage';
import type { Drawn } from './drawnFile';
import { drawnSize } from './drawnSize';
import { drawSvg } from './drawSvg';

const text = (one: string): Uint8Array => new TextEncoder().encode(one);
const svg = (inner: string, size = 'width="400" height="200"'): Uint8Array =>
  text(`<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inner}</svg>`);
/** @param x @param y 0..1 */
const colourAt = ({ width, height, bytes }: Drawn, x: number, y: number): number[] => {
  const at = (Math.floor(y * height) * width + Math.floor(x * width)) * 4;
  return [...bytes.subarray(at, at + 4)];
};
const near = (colour: number[], truth: number[]): void =>
  colour.forEach((value, c) => expect(Math.abs(value - truth[c])).toBeLessThanOrEqual(2));

/** A red left half on a page of 200 x 100 points, with a word. */
async function halfRed(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([200, 100]);
  page.drawRectangle({ x: 0, y: 0, width: 100, height: 100, color: rgb(0.8, 0.2, 0) });
  page.drawText('KILN', { x: 110, y: 20, size: 30, font: await pdf.embedFont(StandardFonts.HelveticaBold) });
  return pdf.save();
}

test('a drawing has its own size, or 3,000 px along its longer side where it is smaller', () => {
  expect(drawnSize(4000, 1000)).toEqual({ width: 4000, height: 1000, scale: 1 });
  expect(drawnSize(400, 200)).toEqual({ width: 3000, height: 1500, scale: 7.5 });
  expect(drawnSize(1, 3)).toEqual({ width: 1000, height: 3000, scale: 1000 });
  expect(() => drawnSize(0, 100)).toThrow(Problem);
  expect(() => drawnSize(20_000, 20_000)).toThrow('400 megapixels; the limit is 100');
});

test('an SVG is drawn in its shape; what it leaves bare stays clear', async () => {
  const half =
    '<rect width="200" height="200" fill="#cc3300"/><circle cx="300" cy="100" r="50" fill="#0033cc" opacity="0.5"/>';
  const drawn = await drawSvg(svg(half));
  expect([drawn.width, drawn.height]).toEqual([3000, 1500]);
  near(colourAt(drawn, 0.25, 0.5), [204, 51, 0, 255]);
  near(colourAt(drawn, 0.75, 0.5), [0, 51, 204, 128]);
  expect(colourAt(drawn, 0.6, 0.1)[3]).toBe(0);
  // 40 mm by 20 mm, whatever px that is.
  const millimetres = await drawSvg(svg(half, 'width="40mm" height="20mm" viewBox="0 0 400 200"'));
  expect(millimetres.width).toBe(3000);
  expect(Math.abs(millimetres.height - 1500)).toBeLessThanOrEqual(2);
  near(colourAt(millimetres, 0.25, 0.5), [204, 51, 0, 255]);
});

test('an SVG reads no other file, and one that multiplies without end is refused', async () => {
  const icon = pathToFileURL(resolve('web/icon.svg')).href;
  const other = await drawSvg(svg(`<image href="${icon}" width="400" height="200"/>`));
  expect(other.bytes.some((value) => value !== 0)).toBe(false);
  const entities = Array.from({ length: 11 }, (_, i) => `<!ENTITY a${i + 1} "${`&a${i};`.repeat(10)}">`).join('');
  const bomb = `<!DOCTYPE svg [<!ENTITY a0 "ha">${entities}]>`;
  await expect(
    drawSvg(text(`${bomb}<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&a11;</text></svg>`)),
  ).rejects.toThrow();
});

test('a PDF page is drawn, its words too', async () => {
  const drawn = await drawPage(await halfRed());
  expect([drawn.width, drawn.height]).toEqual([3000, 1500]);
  near(colourAt(drawn, 0.25, 0.5), [204, 51, 0, 255]);
  expect(colourAt(drawn, 0.9, 0.1)[3]).toBe(0);
  let black = 0;
  for (let i = 0; i < drawn.bytes.length; i += 4) if (drawn.bytes[i + 3] === 255 && drawn.bytes[i] < 3) black++;
  // Bold letters of 30 points cover roughly a tenth of the page's right half; none of them would be 0.
  expect(black / (3000 * 1500)).toBeGreaterThan(0.02);
  expect(black / (3000 * 1500)).toBeLessThan(0.1);
});

describe('taken in by the server', () => {
  const { studio } = testStudio();
  const folder = mkdtempSync(join(tmpdir(), 'inky-drawings-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const bring = async (body: Uint8Array): Promise<StoredAsset> => {
    const path = join(folder, 'drawing');
    writeFileSync(path, body);
    return studio.intake.takeIn(await studio.intake.copy(path), 'drawing', 'plate');
  };
  test('as photographs with clear parts', async () => {
    const remarks = '<?xml version="1.0"?>\n<!-- made with care --><!-- twice -->\n';
    const drawing = text(remarks + new TextDecoder().decode(svg('<rect width="200" height="200" fill="#cc3300"/>')));
    for (const [bytes, mime] of [
      [drawing, 'image/svg+xml'],
      [await halfRed(), 'application/pdf'],
    ] as const) {
      const { width, height, channels, ...asset } = await bring(bytes);
      expect([asset.mime, width, height, channels]).toEqual([mime, 3000, 1500, 4]);
    }
  });
  test.each([
    ['a page of the web', text('<!DOCTYPE html><html><svg></svg></html>'), 415],
    ['remarks without end', text('<!-- -->'.repeat(400)), 415],
    ['half an SVG', text('<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"><rect'), 422],
    ['an SVG without a size', text('<svg xmlns="http://www.w3.org/2000/svg"/>'), 422],
    ['half a PDF', text('%PDF-1.7\n1 0 obj'), 422],
    [
      'an SVG of 10,000 megapixels',
      text('<svg xmlns="http://www.w3.org/2000/svg" width="100000" height="100000"/>'),
      413,
    ],
  ])('%s: a sentence', async (_, bytes, status) => {
    const refused = await bring(bytes).catch((error: unknown) => error);
    expect(refused).toMatchObject({ status });
    expect((refused as Error).message).toMatch(/^This [^/]*\.$/);
  });
});
