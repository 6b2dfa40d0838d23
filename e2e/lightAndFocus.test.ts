import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import type { Piece } from '../core/piece/schema';
import { colourAt, drawOver } from './sheet';
import { saved, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

visit((made) => ({ studio, page } = made));

/** Photographs are measured within this, ms, on a busy machine too. */
const surveyed = 240_000;

const pieceOf = (id: string): Promise<Piece> => storedPiece(page, studio, id);
const letteringOf = async (id: string): Promise<Piece['letterings'][number]> => (await pieceOf(id)).letterings[0];
const light = async (x: number, y: number): Promise<number> =>
  (await colourAt(page, x, y)).reduce((sum, value) => sum + value, 0);

test('a shadow on the wall is laid on by one press, obeys the lamp, and is hidden for a look', async () => {
  await page.goto(`${studio.url}/piece/demo-drips/7`);
  await sharp(page);
  await page.getByRole('button', { name: 'Take all of it away' }).click();
  await saved(page);
  await sharp(page);
  // To the right of the E, on the plaster.
  const bare = await light(1625, 480);
  await page
    .getByText(/% sure/)
    .first()
    .waitFor({ timeout: surveyed });
  await page.getByRole('button', { name: 'They stand off a wall' }).click();
  await saved(page);
  await sharp(page);
  const { casts } = await letteringOf('demo-drips');
  expect([casts.contact, casts.ambient, casts.thrown].every((one) => one !== null)).toBe(true);
  expect(await light(1625, 480)).toBeLessThan(bare - 60);
  // A brush takes it away there, and one press brings it back.
  const dark = await light(1625, 480);
  await page.getByRole('button', { name: 'Brush shadows away' }).click();
  await drawOver(page, [1600, 470], [1650, 490]);
  await saved(page);
  await sharp(page);
  expect(await light(1625, 480)).toBeGreaterThan(dark + 50);
  expect((await letteringOf('demo-drips')).casts.touch).toHaveLength(1);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Bring all back/ }).click();
  await saved(page);
  await sharp(page);
  expect(Math.abs((await light(1625, 480)) - dark)).toBeLessThan(8);
  // From the other side, that place is lit again.
  const direction = page.getByLabel('Lamp direction');
  await direction.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('20');
  await page.keyboard.press('Enter');
  await saved(page);
  await sharp(page);
  expect(await light(1625, 480)).toBeGreaterThan(bare - 50);
  await page.keyboard.press('Control+z');
  await saved(page);
  await sharp(page);
  const shadowed = await light(1625, 480);
  const thrown = page.getByRole('region', { name: 'Casts' });
  for (let i = 0; i < 3; i++) await thrown.getByRole('button', { name: 'Hide for a look' }).first().click();
  await saved(page);
  await sharp(page);
  expect(await light(1625, 480)).toBeGreaterThan(shadowed + 50);
});

test('edges are raised, made flat again, and letters made solid', async () => {
  await page.getByRole('button', { name: 'Make them flat' }).click();
  await saved(page);
  await sharp(page);
  const flat = await light(193, 480);
  await page.getByRole('button', { name: 'Round and glossy' }).click();
  await saved(page);
  await sharp(page);
  // The upper left of the G faces the lamp; the lower right of the L turns away.
  expect(Math.abs((await light(193, 480)) - flat)).toBeGreaterThan(20);
  await page.getByRole('button', { name: 'Solid', exact: true }).click();
  await saved(page);
  expect((await letteringOf('demo-drips')).relief.thickness!.depth).toBeGreaterThan(1);
  await page.getByRole('slider', { name: 'Where the sides run towards' }).waitFor({ state: 'attached' });
});

test('a shadow on the ground is dragged by its ends, by keyboard too', async () => {
  await page.goto(`${studio.url}/piece/demo-on-the-table/7`);
  await sharp(page);
  const end = page.getByRole('slider', { name: 'End of the shadow, right' });
  await end.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight');
  await end.blur();
  await saved(page);
  const { thrown } = (await letteringOf('demo-on-the-table')).casts;
  expect(thrown!.tips).not.toBeNull();
  await page.getByRole('button', { name: '(where the light says)' }).click();
  await saved(page);
  expect((await letteringOf('demo-on-the-table')).casts.thrown!.tips).toBeNull();
  // The table's edge on the wall: shadow to the right of the letters, none far off.
  expect(await light(640, 1006)).toBeLessThan((await light(640, 1100)) - 40);
});

test('letters are matched to the photograph by one press, and are sharp again', async () => {
  await page.goto(`${studio.url}/piece/demo-on-the-table/8`);
  await sharp(page);
  await page.getByRole('button', { name: 'Sharp and clean again' }).click();
  await saved(page);
  expect((await letteringOf('demo-on-the-table')).focus).toEqual({ blur: null, motion: null, grain: null });
  await page.getByText(/Here the photograph is out of focus by/).waitFor({ timeout: surveyed });
  const match = page.getByRole('button', { name: 'Match the photograph' });
  await page.waitForFunction(() => document.querySelector('[role=meter][aria-label="In the letters"]') !== null);
  await match.click();
  await saved(page);
  const { blur, grain } = (await letteringOf('demo-on-the-table')).focus;
  expect(blur!.sigma).toBeGreaterThan(0.2);
  expect(blur!.sigma).toBeLessThan(2);
  expect(grain!.middle).toBeGreaterThan(0.4);
  // Measured again: as grainy as the photograph around, within a quarter, in the letters as they are drawn.
  await page.waitForFunction(() => {
    const value = (name: string): number =>
      Number(document.querySelector(`[role=meter][aria-label="${name}"]`)?.getAttribute('aria-valuenow'));
    const ratio = value('In the letters') / value('Around the letters');
    return ratio > 0.75 && ratio < 1.25;
  });
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await letteringOf('demo-on-the-table')).focus.blur).toBeNull();
});

test('a glow is added, dragged to its place, stands on the depth line, and is removed', async () => {
  await page.goto(`${studio.url}/piece/demo-on-linen/7`);
  await sharp(page);
  const before = await light(300, 1050);
  await page.getByRole('button', { name: 'Add a glow' }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Light glow' }).waitFor();
  for (const [label, value] of [
    ['Strength of glow', '100'],
    ['Radius of glow', '500'],
  ]) {
    await page.getByLabel(label, { exact: true }).focus();
    await page.keyboard.press('Enter');
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  const ring = page.getByRole('slider', { name: 'Place of glow' });
  await ring.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await ring.blur();
  await saved(page);
  const { glows, depth } = await pieceOf('demo-on-linen');
  expect(glows[0]).toMatchObject({ strength: 1, radius: 500 });
  expect(glows[0].at).not.toBeNull();
  expect(depth[depth.length - 1]).toBe(glows[0].id);
  // Where it stands it is light; far from it nothing changes.
  await sharp(page);
  expect(Math.abs((await light(300, 1050)) - before)).toBeLessThan(4);
  await page.getByRole('region', { name: 'Glows' }).getByRole('button', { name: 'Remove' }).click();
  await saved(page);
  expect((await pieceOf('demo-on-linen')).depth).not.toContain(glows[0].id);
});
