import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import sharpPicture from 'sharp';
import type { Lettering, Piece } from '../core/piece/schema';
import { colourAt, drawOver } from './sheet';
import { announced, changing, onScreen, patience, saved, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

const problems = visit((made) => ({ studio, page } = made));
const pieceOf = (id: string): Promise<Piece> => storedPiece(page, studio, id);
const lettering = async (): Promise<Lettering> => (await pieceOf('demo-woven')).letterings[0];
const settle = async (): Promise<void> => {
  await saved(page);
  await sharp(page);
};
const open = async (path: string): Promise<void> => {
  await page.goto(`${studio.url}/piece/${path}`);
  await sharp(page);
};
/** The brightest px of a level line on the sheet, as the least of its channels. */
async function brightest(y: number, from: number, to: number): Promise<number> {
  const [left, right] = [await onScreen(page, from, y), await onScreen(page, to, y)];
  const shot = await page.screenshot({
    clip: { x: Math.round(left.x), y: Math.round(left.y), width: Math.max(1, Math.round(right.x - left.x)), height: 1 },
  });
  const { data } = await sharpPicture(shot).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  let most = 0;
  for (let at = 0; at < data.length; at += 3) most = Math.max(most, Math.min(data[at], data[at + 1], data[at + 2]));
  return most;
}
/** In the R's stem; on the wall left of it; and a line over the K's stem, behind the jar. */
const stem: [number, number] = [150, 800];
const wall: [number, number] = [92, 800];
const behindJar = [782, 905, 940] as const;

test('an outline is drawn around the letters, widened by dragging its ring, and one step of undo takes that back', async () => {
  await open('demo-woven/5');
  const bare = await colourAt(page, ...wall);
  await page.getByRole('button', { name: 'Outside, for readability' }).click();
  await settle();
  expect(await colourAt(page, ...wall)).toEqual([0xff, 0xff, 0xff]);
  const before = (await lettering()).outlines.list[0].width;
  const ring = (await page.locator('svg title', { hasText: 'Width of outline 1' }).locator('..').boundingBox())!;
  await page.mouse.move(ring.x + ring.width / 2, ring.y + ring.height / 2);
  await page.mouse.down();
  await page.mouse.move(ring.x + ring.width / 2 + 20, ring.y + ring.height / 2, { steps: 5 });
  await page.mouse.up();
  await settle();
  expect((await lettering()).outlines.list[0].width).toBeGreaterThan(before * 1.5);
  await page.keyboard.press('Control+z');
  await page.waitForFunction(() =>
    document.querySelector('[aria-label="Width of outline 1"]')?.textContent?.startsWith('3.5'),
  );
  expect((await lettering()).outlines.list[0].width).toBe(before);
  await page.getByRole('button', { name: 'Remove outline 1' }).click();
  await settle();
  expect(await colourAt(page, ...wall)).toEqual(bare);
});

test('an outline stands in front of the jar while its letters stay behind it', async () => {
  const jar = await brightest(...behindJar);
  await page.getByRole('button', { name: 'In front of veils' }).click();
  await settle();
  expect(await brightest(...behindJar)).toBeGreaterThan(Math.max(jar + 20, 225));
  await page.getByLabel('Outline 1 and veils').selectOption('with');
  await settle();
  expect(Math.abs((await brightest(...behindJar)) - jar)).toBeLessThan(4);
  await page.getByLabel('Outline 1 and veils').selectOption('front');
  await settle();
});

test('retyped, the outline follows the new letters', async () => {
  await page.keyboard.press('1');
  await page.getByLabel('Words on the sheet').fill('IO');
  await settle();
  expect((await lettering()).outlines.list[0].front).toBe(true);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.locator('b', { hasText: 'RAKU' }).first().waitFor();
  await settle();
});

test('letters knocked out of a panel show the photo to the bit; the edge throws a shadow into them', async () => {
  await open('demo-woven/4');
  await page.keyboard.down(';');
  await sharp(page);
  const photo = await colourAt(page, ...stem);
  await page.keyboard.up(';');
  await sharp(page);
  await page.getByLabel('Shape of the panel').selectOption('sheet');
  await settle();
  expect(await colourAt(page, ...wall)).toEqual([0x1f, 0x23, 0x28]);
  await page.getByLabel('What the letters are in the panel').selectOption('below');
  await settle();
  expect(await colourAt(page, ...stem)).toEqual(photo);
  await page.getByLabel('The edge throws a shadow inward').check();
  await settle();
  const nearEdge = await colourAt(page, 107, 800);
  expect(nearEdge[0]).toBeLessThan(photo[0] - 10);
  await page.getByLabel('What the letters are in the panel').selectOption('sheet');
  await settle();
  expect((await colourAt(page, 170, 800))[2]).toBeGreaterThan(240);
  await page.getByLabel('Shape of the panel').selectOption('none');
  await settle();
  expect((await lettering()).ink.panel).toBeNull();
});

test('a panel’s edge is drawn by hand, and its points are dragged', async () => {
  await page.getByLabel('Shape of the panel').selectOption('path');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await drawOver(page, [60, 560], [1740, 560], [1740, 1060], [60, 1060], [60, 600]);
  await settle();
  const { shape } = (await lettering()).ink.panel!;
  expect(shape.kind === 'path' && shape.points.length).toBeGreaterThanOrEqual(4);
  expect(await colourAt(page, 900, 540)).not.toEqual([0x1f, 0x23, 0x28]);
  expect(await colourAt(page, 480, 1030)).toEqual([0x1f, 0x23, 0x28]);
  await page.getByRole('button', { name: 'Draw it' }).click();
  await page.getByLabel('Shape of the panel').selectOption('none');
  await settle();
});

test('pointing at a recipe shows it, leaving shows the letters again, a click puts it on; one’s own is kept, put on and forgotten', async () => {
  const before = await colourAt(page, ...stem);
  await page.getByText('Recipes: ink, panel and outlines by name').click();
  await changing(page, () => page.getByRole('button', { name: /^Market board/ }).hover());
  expect(await colourAt(page, ...stem)).toEqual([0xf4, 0xe9, 0xcf]);
  await changing(page, () => page.mouse.move(700, 300));
  expect(await colourAt(page, ...stem)).toEqual(before);
  await page.getByRole('button', { name: /^Market board/ }).click();
  await settle();
  expect((await lettering()).outlines.list).toHaveLength(2);
  await page.getByLabel('Name of the recipe').fill('Ours');
  await page.getByRole('button', { name: 'Keep as a recipe' }).click();
  await page.getByRole('button', { name: 'Ours', exact: true }).waitFor();
  await page.getByRole('button', { name: /^Wire/ }).click();
  await settle();
  await page.reload();
  await sharp(page);
  await page.getByText('Recipes: ink, panel and outlines by name').click();
  await page.getByRole('button', { name: 'Ours', exact: true }).click();
  await page.mouse.move(700, 300);
  await settle();
  expect((await lettering()).outlines.list).toHaveLength(2);
  await page.getByRole('button', { name: 'Delete the recipe Ours' }).click();
  await page.getByRole('button', { name: 'Ours', exact: true }).waitFor({ state: 'detached' });
});

test('outside of the letters the photo is darkened, inside it stays', async () => {
  await open('demo-woven/4');
  await page.getByRole('button', { name: 'Remove Coat 1' }).click();
  await page.keyboard.press('5');
  for (let left = (await lettering()).outlines.list.length; left > 0; left--)
    await page
      .getByRole('button', { name: /^Remove outline/ })
      .first()
      .click();
  await page.keyboard.press('9');
  await settle();
  const [inside, outside] = [await colourAt(page, ...stem), await colourAt(page, 60, 300)];
  await page.getByRole('button', { name: 'Outside: blurred and darkened' }).click();
  await settle();
  expect(await colourAt(page, ...stem)).toEqual(inside);
  expect((await colourAt(page, 60, 300))[0]).toBeLessThan(outside[0] - 25);
  await page.getByLabel('Area of grade 1').selectOption('inside');
  await settle();
  expect(await colourAt(page, 60, 300)).toEqual(outside);
  expect((await pieceOf('demo-woven')).grades).toHaveLength(1);
});

test('the piece is seen on white, black and coloured stock side by side', async () => {
  await open('demo-picture-letters/0');
  await page.getByRole('button', { name: /See it on white/ }).click();
  for (const [name, wanted] of [
    ['white', 255],
    ['black', 0],
  ] as const) {
    const canvas = page.getByRole('figure', { name: `On ${name} stock` }).locator('canvas');
    await canvas.waitFor();
    expect(
      await canvas.evaluate((element) =>
        [...(element as HTMLCanvasElement).getContext('2d')!.getImageData(3, 3, 1, 1).data].slice(0, 3),
      ),
    ).toEqual([wanted, wanted, wanted]);
  }
  await page.keyboard.press('Escape');
});

test('coats change places by their grips; the picture is slipped in one letter, shuffled, and must show its keep points', async () => {
  await open('demo-picture-letters/4');
  const coats = async () => (await pieceOf('demo-picture-letters')).letterings[0].ink.coats;
  await page.getByRole('button', { name: 'Drag coat 2 to another place' }).focus();
  for (const key of ['Space', 'ArrowDown', 'Space']) await announced(page, key);
  await settle();
  expect((await coats()).map(({ kind }) => kind)).toEqual(['picture', 'solid']);
  await page.keyboard.press('Control+z');
  await page.getByLabel('How Coat 2 fits').waitFor();
  await page
    .locator('[role=meter][aria-label="Left uncovered"][aria-valuetext=nothing]')
    .waitFor({ state: 'attached' });
  await page.getByRole('button', { name: 'Slip', exact: true }).click();
  await page.getByLabel('Slip in which letters').selectOption('one');
  await drawOver(page, [500, 1500], [560, 1560]);
  await settle();
  const slips = async () => ((await coats())[1] as { slips: { at: number }[] }).slips;
  expect(await slips()).toHaveLength(1);
  await page.getByRole('button', { name: 'Shuffle: liveliest parts' }).click();
  await page.getByText(/letters are slipped by themselves/).waitFor({ timeout: patience });
  await settle();
  expect((await slips()).length).toBeGreaterThan(30);
  await page.getByRole('button', { name: 'Reset them' }).click();
  await page.getByRole('button', { name: 'Keep points' }).click();
  // In the K's stem, and between two lines.
  for (const [x, y] of [
    [390, 1300],
    [1950, 1885],
  ] as const) {
    const at = await onScreen(page, x, y);
    await page.mouse.click(at.x, at.y);
    await settle();
  }
  await page.getByText('1 of 2').waitFor({ timeout: patience });
});

test('the page has raised no errors', () => expect(problems).toEqual([]));
