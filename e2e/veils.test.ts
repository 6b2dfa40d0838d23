import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { colourAt, drawOver, lookAtVeil, whenSolved } from './sheet';
import { onScreen, patience, saved, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

const problems = visit((made) => ({ studio, page } = made));

const draw = (...points: [number, number][]): Promise<void> => drawOver(page, ...points);
const solved = (): Promise<void> => whenSolved(page);
const shownAt = (x: number, y: number): Promise<[number, number, number]> => colourAt(page, x, y);

/** The words of *Woven* are red-brown, as nothing in the photograph is. */
const isInk = ([red, green, blue]: readonly number[]): boolean =>
  Math.abs(red - 0x7a) < 20 && Math.abs(green - 0x3b) < 20 && Math.abs(blue - 0x22) < 20;

/** Where the jar stands before the letters A and K. */
const onA: [number, number] = [800, 830];
const onK: [number, number] = [1010, 830];

test('rough strokes cut the jar out of the photograph, and the words stand behind it', async () => {
  await page.goto(studio.url);
  await page.locator('button:has(img)').first().click();
  await page.waitForURL(/\/piece\//);
  await sharp(page);
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Remove the veil' }).click();
  await page.getByRole('button', { name: 'Add a veil' }).click();
  await saved(page);
  await sharp(page);
  expect(isInk(await shownAt(...onA))).toBe(true);

  await page.getByRole('button', { name: 'Scribble', exact: true }).click();
  await draw([943, 700], [850, 850], [943, 950], [1050, 850]);
  await solved();
  await page.keyboard.press('q');
  await draw([400, 300], [500, 700], [600, 900]);
  await draw([1300, 300], [1400, 700], [1300, 900]);
  await draw([300, 1080], [900, 1130], [1500, 1080]);
  await solved();
  expect(isInk(await shownAt(...onA))).toBe(false);
  expect(isInk(await shownAt(...onK))).toBe(false);
  expect(isInk(await shownAt(400, 800))).toBe(true);
  expect(await page.getByText('4 strokes').count()).toBe(1);
});

test('each stroke is one step of undo, and can be made again', async () => {
  await page.keyboard.press('Control+z');
  await page.getByText('3 strokes').waitFor();
  await page.keyboard.press('Control+Shift+z');
  await page.getByText('4 strokes').waitFor();
  await sharp(page);
});

test('a knot turns a crossing over: the letter comes before the jar, the other one stays behind it', async () => {
  await page.getByRole('button', { name: 'Weave', exact: true }).click();
  const knot = page.locator('[data-crossing="A under"]');
  await knot.waitFor({ timeout: patience });
  await knot.click();
  await page.locator('[data-crossing="A over"]').waitFor({ timeout: patience });
  await sharp(page);
  expect([isInk(await shownAt(...onA)), isInk(await shownAt(...onK))]).toEqual([true, false]);
  await page.getByRole('button', { name: 'All over' }).click();
  await page.locator('[data-crossing="A under"]').waitFor({ timeout: patience });
  await sharp(page);
  expect(isInk(await shownAt(...onA))).toBe(false);
});

test('the fine edge is solved with progress and kept', async () => {
  await page.getByRole('button', { name: 'Solve the fine edge' }).click();
  await page.getByText('fine edge solved').waitFor({ timeout: patience });
  await solved();
  expect(await page.getByRole('button', { name: 'Solve the edge again' }).count()).toBe(1);
  expect(isInk(await shownAt(...onA))).toBe(false);
});

test('the softness of the photo is taken over at one press', async () => {
  await page.getByRole('button', { name: 'As soft as the photo' }).click();
  await page.getByText('is as soft as the photo').waitFor({ timeout: patience });
  await solved();
});

test('a tone key takes away what has a sampled colour', async () => {
  await page.getByRole('button', { name: 'Tone key', exact: true }).click();
  await page.getByLabel('Operation of the cut').selectOption('subtract');
  const teal = await onScreen(page, 850, 900);
  await page.mouse.click(teal.x, teal.y);
  await page.getByText('1 colour', { exact: true }).waitFor({ timeout: patience });
  await solved();
  await lookAtVeil(page, 'matte');
  await sharp(page);
  const [light] = await shownAt(850, 940);
  expect(light).toBeLessThan(40);
});

test('it all comes back after a reload', async () => {
  await page.reload();
  await sharp(page);
  await page.getByText('4 strokes').waitFor();
  expect(await page.getByText('1 colour', { exact: true }).count()).toBe(1);
});

test('a stroke is drawn by keyboard alone', async () => {
  await page.getByRole('button', { name: 'Scribble', exact: true }).click();
  await page.getByLabel('Operation of the cut').selectOption('add');
  await page.getByRole('button', { name: 'Front', exact: true }).click();
  await page.locator('[data-sheet]').focus();
  for (let step = 0; step < 5; step++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  for (let step = 0; step < 4; step++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+Enter');
  await page.getByText('5 strokes').waitFor({ timeout: patience });
  await solved();
});

test('what a stroke changes is lit once', async () => {
  const lit = page.getByTestId('changed');
  expect(await lit.count()).toBe(0);
  const seen = lit.waitFor({ timeout: patience });
  await draw([1500, 300], [1600, 420]);
  await seen;
  await lit.waitFor({ state: 'detached', timeout: patience });
  await solved();
});

test('the page has raised no errors', () => expect(problems).toEqual([]));
