import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { PDFDocument } from 'pdf-lib';
import type { Page } from 'playwright-core';
import sharpPicture from 'sharp';
import { clickOn, colourAt, drawOver, whenSolved } from './sheet';
import { changing, patience, saved, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));
const id = 'demo-low-sun';
const piece = () => storedPiece(page, studio, id);

test('the plan is drawn in chalk on any line, and is no part of the picture', async () => {
  await page.goto(`${studio.url}/piece/${id}/4`);
  await sharp(page);
  await page.keyboard.press('c');
  await drawOver(page, [1130, 180], [1400, 560]);
  await page.getByLabel('Text of the mark').fill('kite in front');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Keep point', exact: true }).click();
  await drawOver(page, [300, 600], [360, 600]);
  await saved(page);
  const { chalk } = await piece();
  expect(chalk).toMatchObject([
    { kind: 'circle', text: 'kite in front', line: 4, done: false },
    { kind: 'keep', points: [[expect.any(Number), expect.any(Number)]] },
  ]);
  expect(Math.abs(chalk[1].radius - 60)).toBeLessThan(4);
  // Watched on this line too.
  await page.getByRole('region', { name: 'Keep points' }).getByText('Keep point: free').waitFor();
  const exported = await page.request.get(`${studio.url}/api/pieces/${id}/picture?side=600`);
  const withChalk = await exported.body();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await saved(page);
  const bare = await (await page.request.get(`${studio.url}/api/pieces/${id}/picture?side=600`)).body();
  const raw = (png: Buffer) => sharpPicture(png).raw().toBuffer();
  expect(Buffer.compare(await raw(withChalk), await raw(bare))).toBe(0);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+Shift+z');
  await saved(page);
});

test('what is circled becomes a cut by one press, and is struck off', async () => {
  const before = (await piece()).veils.length;
  await page.keyboard.press('0');
  await page.getByRole('button', { name: 'Cut what is circled' }).click();
  await page.getByLabel('kite in front is done').isChecked();
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="kite in front is done"]')?.checked,
    null,
    { timeout: patience },
  );
  await whenSolved(page);
  const { veils, chalk } = await piece();
  expect(veils).toHaveLength(before + 1);
  expect(veils.at(-1)!.name).toBe('kite in front');
  expect(chalk[0].done).toBe(true);
});

test('the design is brought to two sizes, and both keep what the plan keeps', async () => {
  await page.getByRole('button', { name: 'Sizes', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Sizes' });
  for (const name of ['Square post', 'Story']) {
    await dialog.getByRole('button', { name, exact: true }).click();
    await page.locator('[data-proposal="1"]').getByRole('button', { name: 'Add this one' }).click();
    await page.locator(`[data-size="${name}"]`).waitFor();
  }
  await page.keyboard.press('Escape');
  await saved(page);
  const { sizes, chalk } = await piece();
  expect(sizes.map(({ name }) => name)).toEqual(['Square post', 'Story']);
  // The keep point of the plan lies on each sheet.
  const [x, y] = chalk[1].points[0];
  for (const { crop, width, height } of sizes) {
    const [u, v] = [x * crop.scale + crop.x, y * crop.scale + crop.y];
    expect(u > 0 && u < width && v > 0 && v < height).toBe(true);
  }
});

test('two states are kept side by side, told apart in words, and one is taken on', async () => {
  const keep = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: 'Versions', exact: true }).click();
    await page.getByLabel('Name of the new version').fill(name);
    await page.getByRole('button', { name: 'Keep the present state' }).click();
    await page.locator(`[data-version="${name}"]`).getByText('The piece as it is now.').waitFor();
    await page.keyboard.press('Escape');
  };
  await keep('Photograph');
  const sky = await colourAt(page, 200, 80);
  await changing(page, () => page.getByRole('button', { name: 'A colour', exact: true }).click());
  await saved(page);
  await sharp(page);
  // The sheet's own paint, to the byte, where the sky was.
  expect(await colourAt(page, 200, 80)).toEqual([0xd8, 0xcd, 0xb8]);
  await keep('Plain');
  await page.getByRole('button', { name: 'Versions', exact: true }).click();
  const card = page.locator('[data-version="Photograph"]');
  await card.getByText('backdrop removed').waitFor();
  await card.getByRole('button', { name: 'Take on', exact: true }).click();
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await saved(page);
  await sharp(page);
  expect(await colourAt(page, 200, 80)).toEqual(sky);
  expect((await piece()).backdrop).toBeNull();
});

test('the proof: seen from ten metres fine things are gone; every gauge leads to its line', async () => {
  await page.getByRole('link', { name: 'Proof' }).click();
  const ready = (): Promise<unknown> =>
    page.waitForFunction(
      () => document.querySelector<HTMLElement>('[data-testid=proof]')?.dataset.ready === 'true',
      null,
      {
        timeout: patience,
      },
    );
  await ready();
  // On a press it is darker, and is told what it asks of it.
  const light = (): Promise<number> =>
    page.getByRole('img', { name: 'The finished picture' }).evaluate((canvas) => {
      const { width, height } = canvas as HTMLCanvasElement;
      const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
      return data.reduce((sum, value, at) => (at % 4 === 1 ? sum + value : sum), 0) / (data.length / 4);
    });
  const onScreen = await light();
  await page.getByRole('button', { name: 'Daily paper' }).click();
  await page.getByText(/The most ink on one spot is \d+ %; up to 240 % dry\./).waitFor();
  await ready();
  expect(await light()).toBeLessThan(onScreen - 5);
  await page.getByRole('group', { name: 'On a press' }).getByRole('button', { name: 'None' }).click();
  await ready();
  /** The mean difference of neighbours in the picture: how much fine drawing there is. */
  const fineness = (): Promise<number> =>
    page.getByRole('img', { name: 'The finished picture' }).evaluate((canvas) => {
      const { width, height } = canvas as HTMLCanvasElement;
      const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
      let sum = 0;
      for (let at = 4; at < data.length; at += 4) sum += Math.abs(data[at + 1] - data[at - 3]);
      return sum / (width * height);
    });
  const near = await fineness();
  await page.getByRole('button', { name: '10 m' }).click();
  await ready();
  expect(await fineness()).toBeLessThan(0.8 * near);
  await page
    .getByTestId('reading')
    .getByText(/minutes of arc/)
    .waitFor();
  await page.getByRole('button', { name: 'Grey' }).click();
  await ready();
  const isGrey = await page.getByRole('img', { name: 'The finished picture' }).evaluate((canvas) => {
    const { width, height } = canvas as HTMLCanvasElement;
    const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
    return data.every((value, at) => at % 4 === 3 || value === data[at - (at % 4)]);
  });
  expect(isGrey).toBe(true);
  await page.getByRole('button', { name: 'Wipe' }).click();
  await ready();
  await page.getByLabel('Where the wipe stands').fill('30');
  await page.getByLabel('Show where it is trimmed, and the safe area').check();
  const list = page.getByRole('region', { name: 'Out of limits' });
  await list.getByText(/Being measured/).waitFor({ state: 'detached' });
});

test('the contact sheet is a PDF of the present state and the chosen versions', async () => {
  await page.getByRole('button', { name: 'Contact sheet' }).click();
  await page.getByLabel('Caption of Plain').fill('On plain card');
  for (const name of ['Square post', 'Story']) await page.getByLabel(`Show ${name}`).waitFor();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('button', { name: 'Save as PDF' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Low sun contact sheet.pdf');
  const file = await PDFDocument.load(readFileSync(await download.path()));
  expect(file.getPageCount()).toBe(1);
  const { width, height } = file.getPage(0).getSize();
  expect([width, height].map((value) => Math.round((value / 72) * 25.4))).toEqual([210, 297]);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Back to the bench' }).click();
  await sharp(page);
  await clickOn(page, 20, 20);
  expect(problems).toEqual([]);
});
