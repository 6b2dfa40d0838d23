import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import sharpPicture from 'sharp';
import { findColour } from './pixels';
import { colourAt } from './sheet';
import { changing, saved, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

/** Drops a picture of one colour on the bench. */
async function drop(name: string, colour: string): Promise<void> {
  const bytes = await sharpPicture({ create: { width: 600, height: 400, channels: 3, background: colour } })
    .png()
    .toBuffer();
  const data = await page.evaluateHandle(
    ([encoded, called]) => {
      const transfer = new DataTransfer();
      const binary = Uint8Array.from(atob(encoded), (sign) => sign.charCodeAt(0));
      transfer.items.add(new File([binary], called, { type: 'image/png' }));
      return transfer;
    },
    [bytes.toString('base64'), name] as const,
  );
  await page.dispatchEvent('main', 'drop', { dataTransfer: data });
  await page.getByRole('dialog', { name: new RegExp(name) }).waitFor();
}

test('a photograph dropped on any line asks what it is for: ink, another plate, or in place of one', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/5`);
  await sharp(page);
  await drop('green.png', '#20a040');
  await changing(page, () => page.getByRole('button', { name: /Fill the letters of/ }).click());
  await saved(page);
  await sharp(page);
  // In the R's stem.
  expect(await colourAt(page, 160, 800)).toEqual([0x20, 0xa0, 0x40]);
  await drop('blue.png', '#2040a0');
  await changing(page, () => page.getByRole('button', { name: 'Lay it on the sheet as well' }).click());
  await saved(page);
  await sharp(page);
  expect(await colourAt(page, 900, 330)).toEqual([0x20, 0x40, 0xa0]);
  await page.keyboard.press('Control+z');
  await saved(page);
  await drop('red.png', '#a02020');
  await page.getByRole('button', { name: /Put it in the place of/ }).click();
  // It is another photograph: what becomes of the veils is asked.
  await changing(page, () => page.getByRole('button', { name: 'Replace without them' }).click());
  await saved(page);
  await sharp(page);
  expect(await colourAt(page, 60, 60)).toEqual([0xa0, 0x20, 0x20]);
  expect(problems).toEqual([]);
});

test('what is not asked for is put away, and nothing has changed', async () => {
  const before = await page.evaluate(() => document.documentElement.dataset.savedVersion);
  await drop('grey.png', '#808080');
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  expect(await page.evaluate(() => document.documentElement.dataset.savedVersion)).toBe(before);
});

test('a picture in a coat is replaced by one press and keeps its size; a piece is called by its first words', async () => {
  await page.goto(studio.url);
  await page.getByRole('button', { name: 'New piece', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: /size/i }).first().click();
  await page.getByRole('button', { name: 'Square, screen' }).click();
  await page.getByRole('button', { name: 'Make the piece' }).click();
  await sharp(page);
  await page.keyboard.type('CLAY');
  await saved(page);
  expect(await page.getByLabel('Name of the piece').inputValue()).toBe('CLAY');
  await page.keyboard.type('S');
  await saved(page);
  expect(await page.getByLabel('Name of the piece').inputValue()).toBe('CLAYS');
  await page.keyboard.press('Escape');
  await drop('one.png', '#20a040');
  await changing(page, () => page.getByRole('button', { name: /Fill the letters of/ }).click());
  await page.keyboard.press('4');
  const size = page.getByRole('spinbutton', { name: /^Size of coat 2/i });
  await size.waitFor();
  await size.press('ArrowUp');
  await saved(page);
  const kept = await size.getAttribute('aria-valuenow');
  await page.getByRole('button', { name: 'Replace' }).first().click();
  await page.getByRole('dialog').getByRole('button', { name: /jar/ }).first().click();
  await saved(page);
  expect(await size.getAttribute('aria-valuenow')).toBe(kept);
  await sharp(page);
  expect((await findColour(page, [0x20, 0xa0, 0x40])).count).toBe(0);
  expect(problems).toEqual([]);
});
