import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import type { Piece } from '../core/piece/schema';
import { colourAt } from './sheet';
import { changing, moving, onScreen, patience, saved, setValue, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const pieceId = (): string => /piece\/([^/]+)/.exec(page.url())![1];
const stored = async (): Promise<Piece> =>
  ((await (await page.request.get(`${studio.url}/api/pieces/${pieceId()}`)).json()) as { piece: Piece }).piece;
const step = (name: string) => page.getByRole('list', { name: 'First steps' }).getByRole('button', { name });

test('an address that leads nowhere says so', async () => {
  await page.goto(`${studio.url}/nowhere`);
  await page.getByRole('heading', { name: 'There is nothing at this address' }).waitFor();
  await page.getByRole('link', { name: 'To the Shelf' }).click();
  await page.getByRole('heading', { name: 'Shelf' }).waitFor();
});

test('a new piece has its caret on the sheet: what is typed are its words, letter for letter', async () => {
  await page.getByLabel('Photograph file').first().setInputFiles('demo/plates/jar.jpg');
  await page.waitForURL(/\/piece\/.*\/1$/, { timeout: patience });
  await page.getByLabel('First words').waitFor({ state: 'attached' });
  await step('Type the words').waitFor();
  await page.keyboard.type('NIGHT');
  // The type case may still be on its way; what was typed waits for it.
  await page.locator('[data-depth]').filter({ hasText: 'NIGHT' }).waitFor();
  await page.keyboard.press('Escape');
  await saved(page);
  expect((await stored()).letterings.map(({ words }) => words.text)).toEqual(['NIGHT']);
  // No letter of it was taken for a key: G would have folded the gauges.
  await page.getByRole('button', { name: 'Fold the gauges' }).waitFor();
  expect(await step('Type the words').count()).toBe(0);
});

test('after scrubbing a value digits open lines, and the next step is at hand', async () => {
  await step('Place them').click();
  await page.waitForURL(/\/2$/);
  await page.getByTestId('mat').focus();
  const rotation = page.getByRole('spinbutton', { name: 'Rotation', exact: true });
  const box = (await rotation.boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 45, box.y + 5, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  const { rotation: turned } = (await stored()).letterings[0].stance;
  expect(turned).not.toBe(0);
  await page.keyboard.press('4');
  await page.waitForURL(/\/4$/);
  expect((await stored()).letterings[0].stance.rotation).toBe(turned);
});

test('centred words stay centred when they change', async () => {
  await page.keyboard.press('2');
  await page.waitForURL(/\/2$/);
  await setValue(page, 'Rotation', '0');
  await page.getByRole('button', { name: 'Centre across' }).click();
  await page.getByText('kept centred across').waitFor();
  const middle = (): Promise<number> =>
    page.getByRole('spinbutton', { name: 'Place from the left' }).getAttribute('aria-valuenow').then(Number);
  expect(await middle()).toBeCloseTo(900, 3);
  for (const words of ['KILN', 'KILNS', 'KI']) {
    await page.keyboard.press('1');
    await page.getByRole('textbox', { name: 'Words', exact: true }).fill(words);
    await page.keyboard.press('Escape');
    await saved(page);
    await page.getByTestId('mat').focus();
    await page.keyboard.press('2');
    expect(await middle()).toBeCloseTo(900, 3);
  }
});

test('a sheet that becomes smaller takes the design along, and no photograph is seen outside of it', async () => {
  await page.keyboard.press('0');
  await page.waitForURL(/\/0$/);
  await changing(page, () => setValue(page, 'Sheet width', '900'));
  await changing(page, () => setValue(page, 'Sheet height', '600'));
  await saved(page);
  const piece = await stored();
  expect(piece.sheet).toMatchObject({ width: 900, height: 600 });
  // The photograph had 1800 px of width, and is now shown at half of that.
  expect(piece.plates[0].scale).toBeCloseTo(0.5, 6);
  const mat = [0x77, 0x78, 0x7a];
  for (const [x, y] of [
    [-12, 300],
    [912, 300],
    [450, -12],
    [450, 612],
  ])
    expect(await colourAt(page, x, y)).toEqual(mat);
  // Without going along the words stay; the sheet stays covered.
  const { stance } = piece.letterings[0];
  await page.getByLabel('The design goes along').uncheck();
  await changing(page, () => setValue(page, 'Sheet width', '1000'));
  await saved(page);
  const after = await stored();
  expect(after.letterings[0].stance).toEqual(stance);
  expect(after.plates[0].scale * 1800).toBeGreaterThanOrEqual(1000 - 1e-6);
  for (const [x, y] of [
    [-12, 300],
    [1012, 300],
  ])
    expect(await colourAt(page, x, y)).toEqual(mat);
});

test('the sheet is zoomed and moved by its control and by keys', async () => {
  const zoom = (): Promise<number> =>
    page.getByRole('spinbutton', { name: 'Zoom', exact: true }).getAttribute('aria-valuenow').then(Number);
  const before = await zoom();
  await moving(page, () => page.getByRole('button', { name: 'Zoom in' }).click());
  expect(await zoom()).toBeCloseTo(before * 1.25, 3);
  await page.getByTestId('mat').focus();
  await moving(page, () => page.keyboard.press('Alt+PageDown'));
  expect(await zoom()).toBeCloseTo(before, 3);
  const at = await onScreen(page, 0, 0);
  await moving(page, () => page.keyboard.press('Control+ArrowRight'));
  expect((await onScreen(page, 0, 0)).x).toBeCloseTo(at.x - 80, 1);
  await moving(page, () => page.getByRole('button', { name: '1:1' }).click());
  expect(await zoom()).toBeCloseTo(100, 6);
  await moving(page, () => page.keyboard.press(','));
  expect(await zoom()).toBeCloseTo(before, 3);
});

test('keys of a single letter can be switched off, also after a reload', async () => {
  await page.getByRole('button', { name: 'Help and keys' }).click();
  await page.getByLabel('keys of a single letter').uncheck();
  await page.keyboard.press('Escape');
  await page.reload();
  await sharp(page);
  await page.getByTestId('mat').focus();
  await page.keyboard.press('4');
  await page.keyboard.press('Control+z');
  await saved(page);
  expect(page.url()).toMatch(/\/0$/);
  await page.getByRole('button', { name: 'Help and keys' }).click();
  await page.getByLabel('keys of a single letter').check();
  await page.keyboard.press('Escape');
  await page.getByTestId('mat').focus();
  await page.keyboard.press('4');
  await page.waitForURL(/\/4$/);
  expect(problems).toEqual([]);
});
