import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import type { Piece } from '../core/piece/schema';
import { boxesOn } from './boxes';
import { clickOn, colourAt } from './sheet';
import { changing, eventually, patience, saved, setValue, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

const problems = visit((made) => ({ studio, page } = made));

const pieceOf = (id: string): Promise<Piece> => storedPiece(page, studio, id);
const settle = async (): Promise<void> => {
  await saved(page);
  await sharp(page);
};
const add = async (part: string): Promise<void> => {
  await page.getByLabel('Add to grade 1').selectOption({ label: part });
  await settle();
};
const onPaper = (): Promise<[number, number, number]> => colourAt(page, 60, 60);
const inBox = (): Promise<[number, number, number]> => colourAt(page, 600, 400);
const violet = [0x40, 0x20, 0x60];
let id = '';

test('levels over everything: values typed, a line dragged, black kept below white', async () => {
  id = await boxesOn(page, studio, [{ x: 600, y: 400, width: 400, height: 300 }], 9);
  await page.getByRole('button', { name: 'Over everything' }).click();
  await settle();
  await page.getByRole('button', { name: 'Remove light from grade 1' }).click();
  await settle();
  expect(await onPaper()).toEqual([255, 255, 255]);
  expect(await inBox()).toEqual(violet);
  await add('Levels');
  await setValue(page, 'Highest tone of grade 1', '200');
  await settle();
  expect(await onPaper()).toEqual([200, 200, 200]);
  // Bytes are dithered: a step to either side.
  (await inBox()).forEach((value, c) => expect(Math.abs(value - (violet[c] * 200) / 255)).toBeLessThan(1));
  // The white line, dragged to the middle of the chart: what is lighter is as light as it gets.
  const white = page.getByRole('slider', { name: 'White of grade 1', exact: true });
  const chart = (await page.getByRole('group', { name: /How often each tone of all channels/ }).boundingBox())!;
  await white.hover({ force: true });
  await page.mouse.down();
  await page.mouse.move(chart.x + chart.width / 2, chart.y + 20, { steps: 5 });
  await page.mouse.up();
  await settle();
  const { white: kept } = (await pieceOf(id)).grades[0].levels!.all!;
  expect(Math.abs(kept - 0.5)).toBeLessThan(0.02);
  expect(Math.abs((await inBox())[2] - (0x60 / 255 / kept) * 200)).toBeLessThan(1);
  // Black follows no farther than white.
  await setValue(page, 'Black of grade 1, 0 to 255', '250');
  await settle();
  const { black } = (await pieceOf(id)).grades[0].levels!.all!;
  expect(black).toBeLessThan(kept);
});

test('a curve: points by keyboard and by typing, another one added and removed, in one channel alone', async () => {
  await page.getByRole('button', { name: 'Remove levels from grade 1' }).click();
  await settle();
  await add('Curve');
  const last = page.getByRole('slider', { name: 'Point 4 of the curve of grade 1' });
  await last.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowDown');
  await settle();
  expect(await onPaper()).toEqual([205, 205, 205]);
  await setValue(page, 'What it becomes in grade 1', '128');
  await settle();
  expect(await onPaper()).toEqual([128, 128, 128]);
  await page.getByRole('button', { name: 'Another point' }).click();
  await settle();
  expect((await pieceOf(id)).grades[0].curve!.all).toHaveLength(5);
  await page.getByRole('button', { name: 'Remove this one' }).click();
  await settle();
  expect((await pieceOf(id)).grades[0].curve!.all).toHaveLength(4);
  await page.getByLabel('Channel of the curve of grade 1').selectOption('red');
  await page.getByRole('slider', { name: 'Point 2 of the curve of grade 1' }).focus();
  await setValue(page, 'What it becomes in grade 1', '0');
  await settle();
  expect(await onPaper()).toEqual([0, 128, 128]);
});

test('a grade is named, hidden for a look, kept to the letters, and laid on what an earlier one has made', async () => {
  await page.getByLabel('Name of grade 1').fill('Dusk');
  await page.keyboard.press('Enter');
  await settle();
  expect((await pieceOf(id)).grades[0].name).toBe('Dusk');
  await page.getByRole('button', { name: 'Hide', exact: true }).click();
  await settle();
  expect(await onPaper()).toEqual([255, 255, 255]);
  await page.getByRole('button', { name: 'Show again' }).click();
  await settle();
  await page.getByLabel('Area of grade 1').selectOption('letters');
  await settle();
  expect(await onPaper()).toEqual([255, 255, 255]);
  expect((await inBox())[0]).toBe(0);
  await page.getByRole('button', { name: 'Inside: inverted' }).click();
  await settle();
  // The photograph is changed behind the letters, which are opaque.
  expect((await inBox())[0]).toBe(0);
  await page.getByRole('button', { name: 'Remove grade 2' }).click();
  await settle();
  expect((await pieceOf(id)).grades).toHaveLength(1);
});

test('a wipe shows before at the left and now at the right; the digit held shows the picture without its line', async () => {
  await page.getByLabel('Area of grade 1').selectOption('everything');
  await settle();
  await changing(page, () => page.keyboard.press('Shift+Semicolon'));
  await changing(page, () => page.getByLabel('What is at the left of the border').selectOption('without 9 Grade'));
  expect(await onPaper()).toEqual([255, 255, 255]);
  expect(await colourAt(page, 1150, 60)).toEqual([0, 128, 128]);
  const border = page.getByRole('slider', { name: 'Border between before and now' });
  await border.focus();
  await changing(page, async () => {
    for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  });
  expect(await border.getAttribute('aria-valuenow')).toBe('630');
  await changing(page, () => page.getByRole('button', { name: 'Wipe', exact: true }).click());
  expect(await onPaper()).toEqual([0, 128, 128]);
  await page.getByTestId('mat').focus();
  await changing(page, () => page.keyboard.down('9'));
  expect(await onPaper()).toEqual([255, 255, 255]);
  await changing(page, () => page.keyboard.up('9'));
  expect(await onPaper()).toEqual([0, 128, 128]);
});

test('a grey that is pointed at on the photograph becomes grey; darks and lights of letters are matched', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/9`);
  await sharp(page);
  await page.getByRole('button', { name: 'Over the photo' }).click();
  await settle();
  await page.getByRole('button', { name: 'Remove light from grade 1' }).click();
  await settle();
  await add('White balance');
  await page.getByRole('button', { name: 'Point at a grey' }).click();
  const pointed = async (): Promise<string> => JSON.stringify((await pieceOf('demo-woven')).grades[0].whiteBalance);
  await saved(page);
  const before = await pointed();
  await clickOn(page, 150, 250);
  // The colour there comes from a worker, and then it is kept.
  await eventually(async () => (await pointed()) !== before);
  await settle();
  const [red, , blue] = await colourAt(page, 150, 250);
  // The plaster was yellow by more than 40; what is left is its texture.
  expect(Math.abs(red - blue)).toBeLessThan(14);
  await page.getByRole('button', { name: 'Over the letters' }).click();
  await settle();
  await page.getByRole('button', { name: 'Match darks and lights' }).click({ timeout: patience });
  const ofLetters = async () =>
    (await pieceOf('demo-woven')).grades.find(({ reach }) => reach.area === 'letters')?.levels ?? null;
  await eventually(async () => (await ofLetters()) !== null);
  await settle();
  const levels = await ofLetters();
  // The plate's plaster is at its lightest below paper white, and its darks are no black.
  for (const channel of [levels!.red!, levels!.green!, levels!.blue!]) {
    expect(channel.high).toBeLessThanOrEqual(1);
    expect(channel.low).toBeGreaterThan(0);
    expect(channel.high).toBeGreaterThan(channel.low + 0.3);
  }
});

test('a recipe for the whole piece is seen by pointing, taken by a click, undone at once; one of one’s own is kept', async () => {
  id = await boxesOn(page, studio, [{ x: 600, y: 400, width: 400, height: 300 }], 9);
  const recipes = page.getByRole('region', { name: 'Recipes for the whole piece' });
  await recipes.getByRole('button').first().click();
  const album = recipes.getByRole('button', { name: /^Family album/ });
  await changing(page, () => album.hover());
  const [red, , blue] = await onPaper();
  expect(red).toBeGreaterThan(blue + 5);
  expect((await pieceOf(id)).grades).toHaveLength(0);
  await changing(page, () => page.mouse.move(700, 60));
  expect(await onPaper()).toEqual([255, 255, 255]);
  await album.click();
  await settle();
  const taken = await pieceOf(id);
  expect(taken.grades).toHaveLength(1);
  expect(taken.letterings[0].focus.grain).not.toBeNull();
  await recipes.getByLabel('Name of the recipe').fill('Attic');
  await recipes.getByRole('button', { name: 'Keep as a recipe' }).click();
  await recipes.getByRole('button', { name: 'Attic', exact: true }).waitFor();
  await page.mouse.move(700, 60);
  await page.getByRole('button', { name: 'Undo' }).click();
  await settle();
  expect(await onPaper()).toEqual([255, 255, 255]);
  await page.reload();
  await sharp(page);
  await recipes.getByRole('button').first().click();
  await recipes.getByRole('button', { name: 'Attic', exact: true }).click();
  await settle();
  const again = await pieceOf(id);
  expect(again.grades[0].splitTint).toEqual(taken.grades[0].splitTint);
  expect(again.letterings[0].focus.grain).toEqual(taken.letterings[0].focus.grain);
  await recipes.getByRole('button', { name: 'Delete the recipe Attic' }).click();
  await recipes.getByRole('button', { name: 'Attic', exact: true }).waitFor({ state: 'detached' });
  expect(problems).toEqual([]);
});
