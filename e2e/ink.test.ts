import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import type { Piece } from '../core/piece/schema';
import { colourAt, drawOver } from './sheet';
import { saved, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

const problems = visit((made) => ({ studio, page } = made));
const coats = async () =>
  ((await (await page.request.get(`${studio.url}/api/pieces/demo-woven`)).json()) as { piece: Piece }).piece
    .letterings[0].ink.coats;
const shown = async (x: number, y: number) => {
  await saved(page);
  await sharp(page);
  return colourAt(page, x, y);
};
/** In the R's stem, near its top and near its foot. */
const top: [number, number] = [150, 640];
const foot: [number, number] = [150, 960];

test('a gradient is laid over the colour, and laid out along each letter', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/4`);
  await sharp(page);
  expect(await shown(...top)).toEqual(await shown(...foot));
  await page.getByRole('button', { name: 'Gradient', exact: true }).click();
  await page.getByLabel('What Coat 2 is laid out along').selectOption('letter');
  const [light, dark] = [await shown(...top), await shown(...foot)];
  expect(light[1]).toBeGreaterThan(dark[1] + 80);
  await page.getByLabel('Angle of Coat 2').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('270');
  await page.keyboard.press('Enter');
  expect((await shown(...top))[1]).toBeLessThan((await shown(...foot))[1] - 80);
});

test('coats are taken off, moved and laid on by another mode; each is one step of undo', async () => {
  const before = await shown(...top);
  await page.getByLabel('Blend mode of Coat 2').selectOption('multiply');
  const multiplied = await shown(...top);
  expect(multiplied[0]).toBeLessThanOrEqual(before[0]);
  await page.getByRole('button', { name: 'Coat 2 farther' }).click();
  await saved(page);
  expect((await coats()).map(({ kind }) => kind)).toEqual(['gradient', 'solid']);
  await page.getByRole('button', { name: 'Remove Coat 1' }).click();
  await saved(page);
  expect((await coats()).map(({ kind }) => kind)).toEqual(['solid']);
  await page.keyboard.press('Control+z');
  await page.getByText('2 coats').waitFor();
  await page.keyboard.press('Control+Shift+z');
  await page.getByText('One flat coat').waitFor();
});

test('letters with the photo as their coat are the photo; a halftone prints on it', async () => {
  await page.keyboard.press(';');
  await page.keyboard.down(';');
  await sharp(page);
  const bare = await colourAt(page, 260, 700);
  await page.keyboard.up(';');
  await page.getByRole('button', { name: 'Photo', exact: true }).click();
  expect(await shown(260, 700)).toEqual(bare);
  await page.getByRole('button', { name: 'Halftone', exact: true }).click();
  await page.getByLabel('Contrast of Coat 3').waitFor();
  await saved(page);
  expect((await coats()).map(({ kind }) => kind)).toEqual(['solid', 'plate', 'halftone']);
});

test('a picture fills the letters, and is kept with the piece', async () => {
  await page.getByRole('button', { name: 'Picture', exact: true }).click();
  await page.locator('button', { hasText: 'ribbons' }).click();
  await page.getByLabel('How Coat 4 fits').waitFor();
  await saved(page);
  const [last] = (await coats()).slice(-1);
  expect(last).toMatchObject({ kind: 'picture', fit: 'cover', span: 'word' });
  await page.reload();
  await sharp(page);
  await page.getByText('4 coats').waitFor();
});

test('the picture is slipped inside the letters by dragging, faintly seen beyond them, and by keys', async () => {
  const beyond: [number, number] = [260, 500];
  const bare = await shown(...beyond);
  const inside = await shown(...top);
  await page.getByRole('button', { name: 'Slip', exact: true }).click();
  expect(await shown(...beyond)).not.toEqual(bare);
  // It is as wide as the word: it stops there, and grows when that is asked for.
  await drawOver(page, [900, 800], [1000, 830]);
  expect(((await coats()).at(-1) as { x: number }).x).toBeCloseTo(0, 6);
  await page.getByRole('button', { name: 'Grow to cover' }).click();
  await drawOver(page, [900, 800], [1000, 830]);
  const [slipped] = (await coats()).slice(-1) as { x: number; y: number }[];
  expect(slipped.x).toBeGreaterThan(0.04);
  expect(await shown(...top)).not.toEqual(inside);
  await page.keyboard.press('Shift+ArrowRight');
  await saved(page);
  expect(((await coats()).at(-1) as { x: number }).x).toBeGreaterThan(slipped.x);
  await page.keyboard.press('Escape');
  expect(await shown(...beyond)).toEqual(bare);
});

test('the page has raised no errors', () => expect(problems).toEqual([]));
