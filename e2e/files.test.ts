import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { PDFDocument, rgb } from 'pdf-lib';
import type { Page } from 'playwright-core';
import sharpPicture from 'sharp';
import { boxesOn } from './boxes';
import { findColour, zoomOf } from './pixels';
import { colourAt } from './sheet';
import { eventually, patience, saved, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const word = { x: 600, y: 400, width: 300, height: 150, colour: '#402060' };

/** A triangle that points up, in a PDF that another program wrote. */
async function triangle(): Promise<{ name: string; mimeType: string; buffer: Buffer }> {
  const pdf = await PDFDocument.create();
  const leaf = pdf.addPage([200, 100]);
  leaf.drawRectangle({ x: 0, y: 0, width: 200, height: 100, color: rgb(1, 1, 1) });
  leaf.drawSvgPath('M 100 0 L 200 100 L 0 100 Z', { x: 0, y: 100, color: rgb(0, 0, 0) });
  return { name: 'roof.pdf', mimeType: 'application/pdf', buffer: Buffer.from(await pdf.save()) };
}

test('an outline of a PDF is used like words, and as the edge of a panel; what is none says why', async () => {
  await boxesOn(page, studio, [word], 1);
  const drawing = page.getByLabel('Drawing to take an outline from');
  await drawing.setInputFiles(await triangle());
  const id = /piece\/([^/]+)/.exec(page.url())![1];
  await eventually(async () => (await storedPiece(page, studio, id)).letterings.length === 2);
  await sharp(page);
  const made = (await storedPiece(page, studio, id)).letterings[1];
  expect([made.name, made.words.shape?.kind]).toEqual(['roof', 'path']);
  // Half of its box is filled, and the box is twice as wide as high: the white ground of the page is not in it.
  const dark = [0x1f, 0x23, 0x28] as const;
  const roof = await findColour(page, [0xf2, 0xea, 0xd8]);
  expect((roof.right - roof.left) / (roof.bottom - roof.top)).toBeCloseTo(2, 1);
  expect(roof.count / ((roof.right - roof.left) * (roof.bottom - roof.top))).toBeCloseTo(0.5, 1);
  for (const [name, content, says] of [
    ['broken.pdf', '%PDF-1.7 and nothing else', 'cannot be read'],
    ['lines.pdf', await linesOnly(), 'contains no filled outline'],
  ] as const) {
    await drawing.setInputFiles({ name, mimeType: 'application/pdf', buffer: Buffer.from(content) });
    await page.getByText(says).waitFor({ timeout: patience });
  }

  await boxesOn(page, studio, [word], 4);
  await page.getByLabel('Drawing to take the panel’s edge from').setInputFiles(await triangle());
  const panelled = /piece\/([^/]+)/.exec(page.url())![1];
  await eventually(
    async () => (await storedPiece(page, studio, panelled)).letterings[0].ink.panel?.shape.kind === 'path',
  );
  await sharp(page);
  const panel = await findColour(page, dark);
  const zoom = await zoomOf(page);
  expect(panel.bottom - panel.top).toBeGreaterThan(150 * zoom);
  // It runs to a point above the word's middle: there is none of it above the word's corners.
  expect(await colourAt(page, 600, 318)).toEqual([...dark]);
  for (const x of [455, 745]) expect(await colourAt(page, x, 318)).toEqual([255, 255, 255]);
});

async function linesOnly(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.addPage([200, 100]).drawLine({ start: { x: 0, y: 0 }, end: { x: 50, y: 50 } });
  return pdf.save();
}

test('layers that one piece left as become a photograph and a veil of another, where they were', async () => {
  await page.goto(`${studio.url}/piece/demo-low-sun/1`);
  await sharp(page);
  const places: [number, number][] = [
    [300, 1000],
    [1500, 300],
    [900, 1100],
  ];
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('button', { name: 'OpenRaster', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('button', { name: 'Export OpenRaster' }).click(),
  ]);
  const file = await download.path();
  const entries = unzipSync(readFileSync(file));
  const list = new TextDecoder().decode(entries['stack.xml']);
  const [{ name }] = (await storedPiece(page, studio, 'demo-low-sun')).plates;
  const [, source] = new RegExp(`<layer name="${name}" src="([^"]+)" x="0" y="0"`).exec(list)!;
  const photograph = await sharpPicture(entries[source]).removeAlpha().raw().toBuffer();
  const hidden = /<layer name="([^"]+)" src="[^"]+" x="[^"]+" y="[^"]+" opacity="1.0" visibility="hidden"/.exec(
    list,
  )![1];

  await boxesOn(page, studio, [{ ...word, width: 600, height: 500 }], 0);
  const id = /piece\/([^/]+)/.exec(page.url())![1];
  await page.getByLabel('File to take layers from').setInputFiles({
    name: 'low-sun.ora',
    mimeType: 'image/openraster',
    buffer: readFileSync(file),
  });
  await page.getByLabel(`What “${name}” becomes`).first().selectOption('photograph');
  await page.getByLabel(`What “${hidden}” becomes`).first().selectOption('veil');
  await page.getByRole('button', { name: 'Put these 2 on the sheet' }).click();
  await eventually(async () => (await storedPiece(page, studio, id)).veils.length === 1);
  await saved(page);
  await sharp(page);
  const { plates, veils, depth } = await storedPiece(page, studio, id);
  // 1800 x 1200 on 1200 x 800.
  expect(plates[0]).toMatchObject({ name, x: 0, y: 0 });
  expect(plates[0].scale).toBeCloseTo(2 / 3, 6);
  expect([veils[0].name, veils[0].plate, depth.includes(veils[0].id)]).toEqual([hidden, plates[0].id, true]);
  const zoom = await zoomOf(page);
  for (const [x, y] of places) {
    const at = (y * 1800 + x) * 3;
    const seen = await colourAt(page, (x * 2) / 3, (y * 2) / 3);
    // It is seen smaller: a px of the screen is the mean of some of the photograph's.
    for (let c = 0; c < 3; c++) expect(Math.abs(seen[c] - photograph[at + c])).toBeLessThan(zoom < 1 ? 24 : 6);
  }
  await page.getByLabel('File to take layers from').setInputFiles({
    name: 'no.ora',
    mimeType: 'image/openraster',
    buffer: Buffer.from('PK nothing'),
  });
  await page.getByText('"no.ora" cannot be read').waitFor();
  await page.keyboard.press('Escape');
});

test('several kinds leave in one press, named by a pattern, with the white under a clear picture; their sizes are told', async () => {
  const id = await boxesOn(page, studio, [word], 1);
  const origin = { headers: { origin: studio.url } };
  const { piece } = (await (await page.request.get(`${studio.url}/api/pieces/${id}`)).json()) as { piece: object };
  const clear = { ...piece, name: 'Shirt', sheet: { width: 1200, height: 800, ppi: 100, paint: null } };
  const copy = await page.request.post(`${studio.url}/api/pieces/copy`, { data: { piece: clear }, ...origin });
  await page.goto(`${studio.url}/piece/${((await copy.json()) as { id: string }).id}/1`);
  await sharp(page);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('status').filter({ hasText: /kB|MB/ }).waitFor({ timeout: patience });
  await page.getByLabel('and the white under it, for dark cloth, as a second file').check();
  await page.getByRole('button', { name: 'Several kinds at once' }).click();
  await page.getByRole('button', { name: 'WebP', exact: true }).click();
  await page.getByRole('button', { name: 'Add this' }).click();
  const list = page.getByRole('region', { name: 'Files together' });
  expect(await list.getByRole('listitem').count()).toBe(3);
  await page.getByLabel('Pattern of the names').fill('{number} {piece} {part}');
  await list.getByText('2 Shirt underbase.png').waitFor();
  await list
    .getByText(/\d (kB|MB)/)
    .first()
    .waitFor({ timeout: patience });
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('button', { name: 'Export 3 files' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Shirt files.zip');
  const entries = unzipSync(readFileSync(await download.path()));
  expect(Object.keys(entries)).toEqual(['1 Shirt.png', '2 Shirt underbase.png', '3 Shirt.webp']);
  const under = await sharpPicture(entries['2 Shirt underbase.png']).ensureAlpha().raw().toBuffer();
  const alpha = (x: number, y: number): number => under[(y * 1200 + x) * 4 + 3];
  // 0.3 mm at 100 ppi are 1.2 px: the box begins at 450.
  expect([alpha(600, 400), alpha(450, 400), alpha(452, 400), alpha(440, 400)]).toEqual([255, 0, 255, 0]);
  expect(problems).toEqual([]);
});
