import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import type { Piece } from '../core/piece/schema';
import { colourAt, drawOver, whenSolved } from './sheet';
import { eventually, onScreen, patience, saved, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

const problems = visit((made) => ({ studio, page } = made));
const shownAt = (x: number, y: number) => colourAt(page, x, y);
const pieceNow = async (): Promise<Piece> =>
  ((await (await page.request.get(`${studio.url}/api/pieces/demo-woven`)).json()) as { piece: Piece }).piece;
const graftNow = async () => (await pieceNow()).veils.find(({ graft }) => graft)!;

/** Teal glaze of the jar, as nothing else in the photograph is. */
const isGlaze = ([red, green, blue]: readonly number[]): boolean => green > red + 15 && blue > red + 5;

test('a cut piece is copied beside the veil that it was cut by, and lies on letters and photograph alike', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/3`);
  await sharp(page);
  expect(isGlaze(await shownAt(560, 1000))).toBe(false);
  await page.getByRole('button', { name: 'Copy as a graft' }).click();
  await page.getByText('graft of jar').first().waitFor({ timeout: patience });
  await saved(page);
  await sharp(page);
  const { graft, name } = await graftNow();
  expect(name).toBe('graft of jar');
  expect(graft!.at[0]).toBeLessThan(graft!.pivot[0]);
  expect(isGlaze(await shownAt(graft!.at[0] - 60, graft!.at[1] + 100))).toBe(true);
  // The original stays where it is.
  expect(isGlaze(await shownAt(880, 930))).toBe(true);
});

test('it is dragged, turned and flipped; each is one step of undo', async () => {
  const before = (await graftNow()).graft!;
  await drawOver(page, [before.at[0], before.at[1] + 150], [before.at[0] - 150, before.at[1] + 150]);
  await saved(page);
  const moved = (await graftNow()).graft!;
  expect(Math.abs(moved.at[0] - before.at[0] + 150)).toBeLessThan(4);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Shift+ArrowUp');
  await saved(page);
  expect((await graftNow()).graft!.at[1]).toBeCloseTo(moved.at[1] - 11, 5);
  await page.getByRole('button', { name: 'Flip', exact: true }).click();
  await saved(page);
  const ring = await onScreen(page, moved.at[0], moved.at[1] - 11);
  const knob = page.locator('g', { has: page.locator('title', { hasText: 'Turn the graft' }) }).last();
  const box = (await knob.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  // A quarter turn about the graft's middle.
  await page.mouse.move(ring.x + (ring.y - box.y - box.height / 2), ring.y, { steps: 8 });
  await page.mouse.up();
  await saved(page);
  const turned = (await graftNow()).graft!;
  expect(turned.flipped).toBe(true);
  expect(Math.abs(turned.turn - 90)).toBeLessThan(3);
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await graftNow()).graft!.turn).toBe(0);
});

test('its root is faded by a soft brush', async () => {
  await sharp(page);
  const { at } = (await graftNow()).graft!;
  const foot: [number, number] = [at[0], at[1] + 215];
  const before = await shownAt(...foot);
  await page.getByRole('button', { name: 'Touch-up', exact: true }).click();
  await page.getByRole('button', { name: 'Send behind' }).click();
  await drawOver(page, [at[0] - 90, at[1] + 235], [at[0] + 90, at[1] + 235]);
  await saved(page);
  await sharp(page);
  const { strokes } = await graftNow();
  expect(strokes).toHaveLength(1);
  // The stroke is kept where the piece came from: brushed at the graft, it lies at the jar's own foot.
  expect(Math.abs(strokes[0].points[0][1] - (830 + 235))).toBeLessThan(40);
  expect(await shownAt(at[0], at[1] + 240)).not.toEqual(before);
});

test('it throws a shadow on the photograph, tinted by the shadows there, that can be brushed', async () => {
  const { at } = (await graftNow()).graft!;
  const beside: [number, number] = [at[0] - 70, 1088];
  await page.getByRole('button', { name: 'Throw a shadow on the photograph' }).click();
  await page.getByLabel('Lift on the photograph').waitFor();
  await whenSolved(page);
  const { shadow } = (await graftNow()).graft!;
  expect(shadow!.colour).toMatch(/^#[0-9a-f]{6}$/);
  await page.getByRole('button', { name: 'Brush it' }).last().click();
  await page.getByRole('button', { name: 'Deepen' }).click();
  await sharp(page);
  const lightThere = async (): Promise<number> => (await shownAt(...beside)).reduce((sum, value) => sum + value, 0);
  const before = await lightThere();
  await drawOver(page, [beside[0] - 60, beside[1]], [beside[0] + 60, beside[1]]);
  await saved(page);
  // On a busy machine a coarse frame may come before the sharp one.
  await eventually(async () => (await lightThere()) < before - 30);
});

test('the page has raised no errors', () => expect(problems).toEqual([]));
