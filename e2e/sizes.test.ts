import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import sharpPicture from 'sharp';
import { colourAt } from './sheet';
import { changing, moving, patience, saved, setValue, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));
const id = 'demo-window';
const piece = () => storedPiece(page, studio, id);
const sizes = () => page.getByRole('dialog', { name: 'Sizes' });
const card = (name: string) => page.locator(`[data-size="${name}"]`);

/** Adds a size in the arrangement that is proposed first. */
async function add(name: string): Promise<void> {
  await sizes().getByRole('button', { name, exact: true }).click();
  await page.locator('[data-proposal="3"]').waitFor();
  await page.locator('[data-proposal="1"]').getByRole('button', { name: 'Add this one' }).click();
  await card(name).waitFor();
}

test('sizes are added by purpose, each in one of three arrangements', async () => {
  await page.goto(`${studio.url}/piece/${id}`);
  await sharp(page);
  await page.getByRole('button', { name: 'Sizes', exact: true }).click();
  await add('Banner');
  await add('Story');
  await saved(page);
  const { sizes: made, letterings, sheet } = await piece();
  expect(made.map(({ name, width, height }) => [name, width, height])).toEqual([
    ['Banner', 1500, 500],
    ['Story', 1080, 1920],
  ]);
  // Two words beside each other on the banner; the first sheet keeps its two lines.
  expect(made[0].letterings[letterings[0].id].lines).toEqual([2]);
  expect(letterings[0].words.text).toBe('KITE\nWEEK');
  expect([sheet.width, sheet.height]).toEqual([1800, 1200]);
});

test('a size that cannot hold the words is told, and can be had without them; one that is too large is not offered', async () => {
  await setValue(page, 'Width of the new size', '1');
  await setValue(page, 'Height of the new size', '60000');
  await sizes().getByRole('button', { name: 'Arrange it' }).click();
  await sizes().getByText('1 × 60000 px cannot hold the words').waitFor();
  await sizes().getByRole('button', { name: 'Add it without words' }).waitFor();
  await sizes().getByRole('button', { name: 'None of these' }).click();
  await setValue(page, 'Width of the new size', '60000');
  await sizes().getByText('A sheet has at most 400 megapixels.').waitFor();
  expect(await sizes().getByRole('button', { name: 'Arrange it' }).isDisabled()).toBe(true);
  expect((await piece()).sizes).toHaveLength(2);
});

test('stance is a size’s own and marked; ink is that of all; the way back is one press', async () => {
  await card('Story').getByRole('button', { name: 'Work on it' }).click();
  await sharp(page);
  const first = (await piece()).letterings[0].stance;
  await page.keyboard.press('2');
  await page.getByTestId('own-of-size').getByText('Own stance in Story').waitFor();
  await page.getByTestId('safe-area').waitFor();
  await changing(page, () => setValue(page, 'Scale', '31'));
  await saved(page);
  const [banner, story] = (await piece()).sizes;
  const word = (await piece()).letterings[0].id;
  expect(story.letterings[word].place!.scale).toBeCloseTo(0.31, 6);
  expect(banner.letterings[word].place!.scale).not.toBeCloseTo(0.31, 2);
  expect((await piece()).letterings[0].stance).toEqual(first);

  // Words that are changed here are changed on the first sheet, on its own lines.
  await page.keyboard.press('1');
  const typing = page.getByLabel('Words', { exact: true });
  await changing(page, () => typing.fill('KITE\nWEEKS'));
  await saved(page);
  expect((await piece()).letterings[0].words.text).toBe('KITE\nWEEKS');
  expect((await piece()).sizes[0].letterings[word].lines).toEqual([2]);
  await page.keyboard.press('Escape');

  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Follow the first sheet' }).click();
  await page.getByTestId('own-of-size').waitFor({ state: 'detached' });
  await saved(page);
  expect((await piece()).sizes[1].letterings[word]?.place).toBeUndefined();
  await page.keyboard.press('Control+z');
  await page.getByTestId('own-of-size').waitFor();
  await saved(page);
});

test('what is left out of one size is seen in the others', async () => {
  await page.keyboard.press('0');
  const box = page.getByRole('group', { name: 'Seen in Story' }).getByRole('checkbox').first();
  await changing(page, () => box.uncheck());
  await saved(page);
  expect((await piece()).sizes[1].out).toHaveLength(1);
  await page.getByLabel('Lettering').getByText('(left out)').waitFor({ state: 'attached' });
  await changing(page, () => box.check());
  await saved(page);
  expect((await piece()).sizes[1].out).toEqual([]);
});

test('all sheets are exported at once, each as it is seen', async () => {
  await page.getByLabel('Size on the bench').selectOption({ label: 'Banner' });
  await sharp(page);
  // One px of the screen shows one px of the sheet.
  await moving(page, () => page.getByRole('button', { name: '1:1' }).click());
  const places: [number, number][] = [
    [700, 12],
    [800, 20],
  ];
  const seen: [number, number, number][] = [];
  for (const place of places) seen.push(await colourAt(page, ...place));
  await page.getByRole('button', { name: 'Sizes', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    sizes().getByRole('button', { name: 'Export all 3 sheets' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Window files.zip');
  const files = unzipSync(readFileSync(await download.path()));
  expect(Object.keys(files)).toEqual(['Window.png', 'Window Banner.png', 'Window Story.png']);
  const shapes: [number, number][] = [];
  for (const bytes of Object.values(files)) {
    const { width, height } = await sharpPicture(bytes).metadata();
    shapes.push([width, height]);
  }
  expect(shapes).toEqual([
    [1800, 1200],
    [1500, 500],
    [1080, 1920],
  ]);
  const { data, info } = await sharpPicture(files['Window Banner.png'])
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number): number[] => [
    ...data.subarray((y * info.width + x) * 3, (y * info.width + x) * 3 + 3),
  ];
  for (const [i, place] of places.entries()) expect(at(...place)).toEqual(seen[i]);
  await page.keyboard.press('Escape');
});

test('a size is proofed with its own safe area, and its findings lead back to it', async () => {
  await page.getByLabel('Size on the bench').selectOption({ label: 'Story' });
  await sharp(page);
  await page.getByRole('link', { name: 'Proof' }).click();
  await page.getByLabel('Size that is proofed').waitFor();
  expect(
    await page.getByLabel('Size that is proofed').evaluate((one) => (one as HTMLSelectElement).selectedOptions[0].text),
  ).toBe('Story');
  await page.waitForFunction(
    () => document.querySelector<HTMLElement>('[data-testid=proof]')?.dataset.ready === 'true',
    null,
    { timeout: patience },
  );
  const canvas = page.getByRole('img', { name: 'The finished picture' });
  const [width, height] = await canvas.evaluate((one) => [
    (one as HTMLCanvasElement).width,
    (one as HTMLCanvasElement).height,
  ]);
  expect(Math.abs(width / height - 1080 / 1920)).toBeLessThan(0.005);
  await page.getByRole('spinbutton', { name: 'Safe margin at the bottom' }).waitFor();
  await page.getByRole('button', { name: 'Contact sheet' }).click();
  for (const name of ['As it is now', 'Banner', 'Story']) await page.getByLabel(`Show ${name}`).waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Back to the bench' }).click();
  await sharp(page);
  expect(await page.getByLabel('Size on the bench').inputValue()).toBe('size-2');
});

test('roughs of a size are asked for with its words, in its shape; the way back leads to the bench', async () => {
  await page.getByRole('button', { name: 'Sizes', exact: true }).click();
  await card('Story').getByRole('link', { name: 'Show roughs' }).click();
  await page.getByRole('heading', { name: 'Roughs' }).waitFor();
  expect(await page.getByLabel('Words').inputValue()).toBe('KITE\nWEEKS');
  expect(await page.getByLabel('Shape of the sheet').inputValue()).toBe('1080x1920');
  await page.getByText('dune', { exact: false }).first().waitFor();
  await page.goBack();
  await sharp(page);
});

test('a size is arranged anew, renamed and removed; undo brings it back', async () => {
  await page.getByRole('button', { name: 'Sizes', exact: true }).click();
  await card('Story').getByRole('button', { name: 'Arrange anew' }).click();
  await page.locator('[data-proposal="2"]').getByRole('button', { name: 'Take this one' }).click();
  await page.getByLabel('Name of the size Story').fill('Tall');
  await page.keyboard.press('Enter');
  await card('Tall').getByRole('button', { name: 'Remove', exact: true }).click();
  await card('Tall').getByRole('button', { name: 'Remove', exact: true }).click();
  await card('Tall').waitFor({ state: 'detached' });
  await page.keyboard.press('Escape');
  await saved(page);
  expect((await piece()).sizes.map(({ name }) => name)).toEqual(['Banner']);
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await piece()).sizes.map(({ name }) => name)).toEqual(['Banner', 'Tall']);
  expect(problems).toEqual([]);
});
