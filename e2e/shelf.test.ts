import { afterAll, expect, test } from '@jest/globals';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import readPicture from 'sharp';
import { patience, saved, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const folder = mkdtempSync(join(tmpdir(), 'inky-veil-files-'));

const problems = visit((made) => ({ studio, page } = made));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const card = (name: string) => page.getByRole('button', { name: `Open ${name}`, exact: true });
const more = async (name: string, choice: string): Promise<void> => {
  await page.getByRole('button', { name: `more: what to do with ${name}`, exact: true }).click();
  await page.getByRole('menuitem', { name: choice }).click();
};

test('the demo pieces are there, with pictures rendered from themselves', async () => {
  for (const name of ['Woven', 'Low sun']) {
    const image = card(name).locator('img');
    await image.waitFor();
    await image.evaluate(
      (element: HTMLImageElement) => element.complete || new Promise((resolve) => (element.onload = resolve)),
    );
    expect(await image.evaluate((element: HTMLImageElement) => element.naturalWidth)).toBe(480);
  }
  // The word's own brown is in Woven's thumbnail, left of the jar.
  const bytes = await (await page.request.get(`${studio.url}/api/pieces/demo-woven/thumbnail`)).body();
  const { data, info } = await readPicture(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  let brown = 0;
  for (let i = 0; i < data.length; i += 3)
    if (data[i] === 0x7a && data[i + 1] === 0x3b && data[i + 2] === 0x22) brown++;
  expect(brown).toBeGreaterThan(info.width * info.height * 0.05);
});

test('rename, duplicate, take off and undo', async () => {
  await more('Woven', 'Duplicate');
  await card('Woven copy').waitFor();
  await more('Woven copy', 'Rename');
  await page.getByLabel('Name of the piece').fill('Kiln & Kite');
  await page.keyboard.press('Enter');
  await card('Kiln & Kite').waitFor();
  await more('Kiln & Kite', 'Remove from the Shelf');
  await card('Kiln & Kite').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Undo' }).click();
  await card('Kiln & Kite').waitFor();
});

test('a new piece by sheet size in millimetres', async () => {
  await page.getByRole('button', { name: 'New piece', exact: true }).click();
  await page.getByRole('button', { name: 'By sheet size' }).click();
  await page.getByLabel('Width').fill('100');
  await page.getByLabel('Height').fill('50');
  await page.getByLabel('Unit').selectOption('mm');
  await page.getByLabel('ppi').fill('254');
  await page.getByText('1000 × 500 px').waitFor();
  await page.getByRole('button', { name: 'Make the piece' }).click();
  await page.waitForURL(/\/piece\//);
  await page.getByText('No photograph yet on a sheet of 1000 × 500 px at 254 ppi').waitFor();
  await page.goto(studio.url);
});

test('files that cannot be taken in say why, and change nothing', async () => {
  const noise = Buffer.from(Uint8Array.from({ length: 400 * 300 * 3 }, (_, i) => (i * 7919) % 256));
  const jpeg = await readPicture(noise, { raw: { width: 400, height: 300, channels: 3 } })
    .jpeg()
    .toBuffer();
  writeFileSync(join(folder, 'notes.jpg'), 'These are only notes.');
  writeFileSync(join(folder, 'short.jpg'), jpeg.subarray(0, jpeg.length / 2));
  writeFileSync(
    join(folder, 'huge.png'),
    await readPicture({ create: { width: 12000, height: 9000, channels: 3, background: '#445566' } })
      .png()
      .toBuffer(),
  );
  const pieces = async (): Promise<number> =>
    ((await (await page.request.get(`${studio.url}/api/pieces`)).json()) as unknown[]).length;
  const before = await pieces();
  for (const [file, reason] of [
    ['notes.jpg', /not a picture that can be read/],
    ['short.jpg', /damaged or cut short/],
    ['huge.png', /108 megapixels; the limit is 100/],
  ] as const) {
    await page.getByLabel('Photograph file').first().setInputFiles(join(folder, file));
    await page.getByRole('alert').filter({ hasText: reason }).waitFor({ timeout: patience });
    await page.getByRole('button', { name: 'Dismiss' }).click();
  }
  expect(await pieces()).toBe(before);
  expect(page.url()).toBe(`${studio.url}/`);
  problems.splice(0);
});

test('a file that is dropped becomes a piece', async () => {
  const bytes = readFileSync('demo/plates/ribbons.jpg').toString('base64');
  const transfer = await page.evaluateHandle((text) => {
    const data = new DataTransfer();
    data.items.add(
      new File([Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0))], 'ribbons at dusk.jpg', {
        type: 'image/jpeg',
      }),
    );
    return data;
  }, bytes);
  await page.locator('main').dispatchEvent('drop', { dataTransfer: transfer });
  await page.waitForURL(/\/piece\//, { timeout: patience });
  await sharp(page);
  expect(await page.getByLabel('Name of the piece').inputValue()).toBe('ribbons at dusk');
});

test('a bundle goes out and comes in again as the same picture', async () => {
  await page.goto(studio.url);
  const download = await page.request.get(`${studio.url}/api/pieces/demo-low-sun/bundle`);
  const path = join(folder, 'low-sun.zip');
  writeFileSync(path, await download.body());
  await page.getByLabel('Bundle file').setInputFiles(path);
  await page.waitForURL(/\/piece\/(?!demo)/, { timeout: patience });
  await sharp(page);
  const id = new URL(page.url()).pathname.split('/')[2];
  const [first, second] = await Promise.all(
    ['demo-low-sun', id].map(async (one) =>
      (await page.request.get(`${studio.url}/api/pieces/${one}/thumbnail`)).body(),
    ),
  );
  expect(Buffer.compare(await readPicture(first).raw().toBuffer(), await readPicture(second).raw().toBuffer())).toBe(0);
});

test('the second tab is told, sees what the first does, and can take over', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/4`);
  await sharp(page);
  const other = await page.context().newPage();
  await other.goto(`${studio.url}/piece/demo-woven/4`);
  await other.getByText('open in another tab').waitFor();
  await page.getByLabel('Colour as a CSS value').fill('#335577');
  await page.keyboard.press('Enter');
  await saved(page);
  await other.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="Colour as a CSS value"]')?.value === '#335577',
  );
  await other.getByRole('button', { name: 'Work here instead' }).click();
  await page.getByText('open in another tab').waitFor();
  await other.getByText('open in another tab').waitFor({ state: 'detached' });
  await other.getByLabel('Colour as a CSS value').fill('#7a3b22');
  await other.keyboard.press('Enter');
  await saved(other);
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="Colour as a CSS value"]')?.value === '#7a3b22',
  );
  await other.close();
  await page.getByText('open in another tab').waitFor({ state: 'detached' });
});

test('a full Shelf is shown in parts and searched by name', async () => {
  const begin = (name: string) =>
    page.request.post(`${studio.url}/api/pieces`, {
      data: { name, sheet: { width: 90, height: 60, ppi: 72, paint: '#ffffff' } },
    });
  for (let k = 0; k < 70; k++) await begin(`Filler ${k}`);
  await begin('Zoë’s stall');
  await page.goto(studio.url);
  const cards = page.getByRole('button', { name: /^Open (?!a bundle)/ });
  await card('Zoë’s stall').waitFor();
  expect(await cards.count()).toBe(60);
  await page.getByRole('button', { name: 'Show more' }).click();
  await card('Filler 0').waitFor();
  expect(await cards.count()).toBeGreaterThan(71);
  const search = page.getByRole('searchbox', { name: 'Search the Shelf by name' });
  await search.fill('zoe');
  await card('Filler 0').waitFor({ state: 'detached' });
  expect(await cards.count()).toBe(1);
  await search.fill('nobody');
  await page.getByText('No piece has “nobody” in its name.').waitFor();
  await search.fill('');
  await card('Filler 69').waitFor();
  // What is searched for stays while a piece is renamed, taken off and brought back.
  await search.fill('filler 6');
  await card('Filler 69').waitFor();
  await more('Filler 69', 'Remove from the Shelf');
  await card('Filler 69').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Undo' }).click();
  await card('Filler 69').waitFor();
  expect(await cards.count()).toBe(11);
});

test('the page has raised no errors', () => {
  expect(problems).toEqual([]);
});
