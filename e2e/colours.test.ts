import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { boxesOn } from './boxes';
import { findColour } from './pixels';
import { colourAt } from './sheet';
import { changing, onScreen, saved, setValue, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const countOf = async (colour: readonly [number, number, number]): Promise<number> =>
  (await findColour(page, colour, 3)).count;

test('one colour shared by ink and panel is changed once; alone it changes alone', async () => {
  await boxesOn(page, studio, [{ x: 600, y: 400, width: 300, height: 200 }], 4);
  await changing(page, () => page.getByLabel('Shape of the panel').selectOption('box'));
  await sharp(page);
  // The panel takes the ink's colour from the piece's own.
  await page.getByRole('button', { name: 'Colour of Coat 1 of the panel', exact: true }).click();
  await changing(page, () => page.getByRole('dialog').getByRole('button', { name: '#402060' }).click());
  await page.keyboard.press('Escape');
  await saved(page);
  const both = await countOf([0x40, 0x20, 0x60]);
  await page.getByRole('button', { name: 'Colour', exact: true }).first().click();
  await page.getByLabel(/in all 2 places/).check();
  const typed = page.getByLabel('Colour, typed');
  await typed.fill('#2c6e63');
  await changing(page, () => typed.press('Enter'));
  await saved(page);
  await sharp(page);
  expect(Math.abs((await countOf([0x2c, 0x6e, 0x63])) / both - 1)).toBeLessThan(0.02);
  // One step takes both back.
  await changing(page, () => page.keyboard.press('Control+z'));
  expect(Math.abs((await countOf([0x40, 0x20, 0x60])) / both - 1)).toBeLessThan(0.02);
  expect(problems).toEqual([]);
});

test('lighter and darker go in steps; an eye takes a colour of the photograph, and what was clear stays as clear', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/4`);
  await sharp(page);
  const swatch = page.getByRole('button', { name: 'Colour', exact: true }).first();
  await swatch.click();
  const typed = page.getByLabel('Colour, typed');
  await typed.fill('#7a3b2280');
  await changing(page, () => typed.press('Enter'));
  await swatch.click();
  await changing(page, () => page.getByRole('button', { name: 'Lighter' }).click());
  expect(await typed.inputValue()).toMatch(/^#[0-9a-f]{6}80$/);
  await page.getByRole('button', { name: 'From the photo', exact: true }).click();
  // The wall beside the words.
  const wall = await colourAt(page, 120, 200);
  const at = await onScreen(page, 120, 200);
  await changing(page, () => page.mouse.click(at.x, at.y));
  await saved(page);
  await swatch.click();
  const taken = await typed.inputValue();
  expect(taken).toMatch(/^#[0-9a-f]{6}80$/);
  const [red, green, blue] = [1, 3, 5].map((i) => Number.parseInt(taken.slice(i, i + 2), 16));
  // A mean over the plaster against one px of it.
  for (const [c, value] of [red, green, blue].entries()) expect(Math.abs(value - wall[c])).toBeLessThan(30);
  await page.keyboard.press('Escape');
});

test('a value that is pointed at lights what it governs', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/2`);
  await sharp(page);
  expect(await page.getByTestId('governed').count()).toBe(0);
  await page.getByRole('spinbutton', { name: 'Rotation' }).hover();
  await page.getByTestId('governed').waitFor();
  await page.mouse.move(700, 650);
  await page.getByTestId('governed').waitFor({ state: 'detached' });
  await page.getByRole('spinbutton', { name: 'Scale', exact: true }).focus();
  await page.getByTestId('governed').waitFor();
});

test('words become a shape and words again, with all that belongs to them; fitted, they fit both ways', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/1`);
  await sharp(page);
  const ink = [0x7a, 0x3b, 0x22] as const;
  const before = await findColour(page, ink);
  await changing(page, () => page.getByRole('button', { name: 'Make it a shape' }).click());
  await page.getByLabel('Shape', { exact: true }).selectOption('box');
  await sharp(page);
  expect((await findColour(page, ink)).count).toBeGreaterThan(1000);
  await changing(page, () => page.getByRole('button', { name: /Back to the words/ }).click());
  await saved(page);
  await sharp(page);
  const after = await findColour(page, ink);
  expect(Math.abs(after.left - before.left) + Math.abs(after.right - before.right)).toBeLessThanOrEqual(2);
  await changing(page, () => page.getByRole('button', { name: 'Make the letters one outline' }).click());
  await sharp(page);
  const outlined = await findColour(page, ink);
  expect(Math.abs(outlined.left - before.left) + Math.abs(outlined.right - before.right)).toBeLessThanOrEqual(2);
  await changing(page, () => page.getByRole('button', { name: /Back to the words/ }).click());
  // Stacked letters are higher than wide: fitted, they stay on the sheet in both directions.
  await changing(page, () => page.getByLabel('Lockup').selectOption('stacked'));
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await sharp(page);
  await changing(page, () => page.getByRole('button', { name: 'Fit to the sheet' }).click());
  await saved(page);
  await page.getByText('All letters stand on the sheet.').waitFor();
  await setValue(page, 'Rotation', '0');
});
