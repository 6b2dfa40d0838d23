import { expect, test } from '@jest/globals';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharpPicture from 'sharp';
import type { TraceCut } from '../core/passes/veils/schema';
import type { Piece } from '../core/piece/schema';
import { clickOn, colourAt, drawOver, lookAtVeil, whenSolved } from './sheet';
import { changing, onScreen, patience, sharp, storedPiece, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

const problems = visit((made) => ({ studio, page } = made));
const folder = mkdtempSync(join(tmpdir(), 'inky-veil-cuts-'));
const pieceNow = (): Promise<Piece> => storedPiece(page, studio, 'demo-woven');
const lowSunNow = (): Promise<Piece> => storedPiece(page, studio, 'demo-low-sun');
const jar = async () => (await pieceNow()).veils.find(({ id }) => id === 'veil-1')!;
const trace = async (): Promise<TraceCut> => (await jar()).cuts[0] as TraceCut;
const settled = (): Promise<void> => whenSolved(page);

test('a click on a traced line puts a point in; it can be moved, made a corner, run otherwise and removed', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/3`);
  await sharp(page);
  const before = (await trace()).contours[0].points;
  // In the middle of the longest stretch.
  const longest = before.reduce((best, { via }, i) => (via.length > before[best].via.length ? i : best), 0);
  const way = before[longest].via[Math.floor(before[longest].via.length / 2)];
  await clickOn(page, way[0], way[1]);
  await settled();
  const after = (await trace()).contours[0].points;
  expect(after).toHaveLength(before.length + 1);
  expect(Math.hypot(after[longest + 1].x - way[0], after[longest + 1].y - way[1])).toBeLessThan(6);
  await page.getByText(`Point ${longest + 2} of ${after.length}`, { exact: true }).waitFor();
  await page.getByRole('button', { name: 'Corner', exact: true }).click();
  await page.getByLabel('How the line runs on').selectOption('smooth');
  await settled();
  expect((await trace()).contours[0].points[longest + 1]).toMatchObject({ corner: true, to: 'smooth', via: [] });
  await page.getByLabel('How the line runs on').selectOption('edge');
  await settled();
  await page.getByRole('button', { name: 'Run again' }).click();
  await settled();
  await page.keyboard.press('ArrowDown');
  await settled();
  expect((await trace()).contours[0].points[longest + 1].y).toBeCloseTo(after[longest + 1].y + 1, 5);
  await page.keyboard.press('Delete');
  await settled();
  expect((await trace()).contours[0].points).toHaveLength(before.length);
});

test('contours are saved as SVG and taken in again', async () => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save contours' }).click(),
  ]);
  const file = join(folder, 'jar.svg');
  await download.saveAs(file);
  expect(readFileSync(file, 'utf8')).toContain('viewBox="0 0 1800 1200"');
  await page.getByLabel('Operation of the cut').selectOption('subtract');
  await page.getByLabel('Drawing to take contours from').setInputFiles(file);
  await page.getByLabel('Operation of Trace 2').waitFor({ timeout: patience });
  await settled();
  const { cuts } = await jar();
  expect(cuts.map(({ kind, operation }) => `${kind} ${operation}`)).toEqual(['trace add', 'trace subtract']);
  // The jar takes itself away: nothing stands before the letters any more.
  const [red, green, blue] = await colourAt(page, 800, 830);
  expect(Math.hypot(red - 0x7a, green - 0x3b, blue - 0x22)).toBeLessThan(30);
  await page.keyboard.press('Control+z');
  await settled();
});

test('a hole inside a contour lets the letters through', async () => {
  await page.getByLabel('Operation of the cut').selectOption('add');
  await page.getByRole('button', { name: 'Straight', exact: true }).click();
  for (const [x, y] of [
    [990, 780],
    [1080, 780],
    [1080, 860],
    [990, 860],
  ]) {
    await changing(page, () => clickOn(page, x, y));
  }
  await page.keyboard.press('End');
  await settled();
  expect((await trace()).contours).toHaveLength(2);
  // Off the ring, which says what a click on it does.
  await page.mouse.move(330, 600);
  const [red, green, blue] = await colourAt(page, 1030, 820);
  expect(Math.hypot(red - 0x7a, green - 0x3b, blue - 0x22)).toBeLessThan(40);
  await page.keyboard.press('Control+z');
  await settled();
});

test('a matte comes from the clear parts of a picture; one of another shape is refused with its size', async () => {
  const wrong = join(folder, 'wrong.png');
  await sharpPicture({ create: { width: 300, height: 300, channels: 3, background: '#fff' } })
    .png()
    .toFile(wrong);
  await page.getByLabel('Picture to take a matte from').setInputFiles(wrong);
  await page.getByText('300 × 300 px, another shape').waitFor({ timeout: patience });
  await page.getByRole('button', { name: 'Dismiss' }).click();
  // The browser itself tells of the refusal too.
  expect(problems.splice(0)).toEqual([expect.stringContaining('422')]);
  const cutOut = join(folder, 'cut-out.png');
  // At half the plate's size, opaque in the left third.
  const bytes = Buffer.alloc(900 * 600 * 4);
  for (let i = 0; i < 900 * 600; i++) bytes.set([120, 90, 60, i % 900 < 300 ? 255 : 0], i * 4);
  await sharpPicture(bytes, { raw: { width: 900, height: 600, channels: 4 } })
    .png()
    .toFile(cutOut);
  await page.getByLabel('Picture to take a matte from').setInputFiles(cutOut);
  await page.getByLabel('Operation of Matte 2').waitFor({ timeout: patience });
  await settled();
  // The R of the word stands in the left third: it is behind the veil now.
  const [red, green, blue] = await colourAt(page, 300, 800);
  expect(Math.hypot(red - 0x7a, green - 0x3b, blue - 0x22)).toBeGreaterThan(60);
  await page.keyboard.press('Control+z');
  await settled();
});

test('the veil can be looked at on a colour, and its edge before and after', async () => {
  await lookAtVeil(page, 'colour', '#00ff00');
  await sharp(page);
  expect(await colourAt(page, 300, 300)).toEqual([0, 255, 0]);
  await lookAtVeil(page, 'wipe');
  await sharp(page);
  const handle = page
    .locator('g', { has: page.locator('title', { hasText: 'Drag to wipe between before and after' }) })
    .last();
  const [from, to] = [await handle.boundingBox(), await onScreen(page, 1500, 600)];
  await page.mouse.move(from!.x + from!.width / 2, from!.y + from!.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
  await sharp(page);
  expect(Math.abs((await handle.boundingBox())!.x + from!.width / 2 - to.x)).toBeLessThan(3);
  await lookAtVeil(page, 'picture');
  await sharp(page);
});

test('the edge is measured against the photo; its worst places are gone through, mended or left by a key', async () => {
  await page.getByRole('button', { name: 'Measure the edge' }).click();
  await page.getByRole('img', { name: /Softness of the photo/ }).waitFor({ timeout: patience });
  await page.getByText(/^The border is rough by \d\.\d\d px\.$/).waitFor();
  await page.getByText(/rim shows: it differs by \d+\.\d from the photograph/).waitFor();
  await page.getByRole('button', { name: 'Go through the worst' }).click();
  const followUps = page.getByRole('group', { name: 'The worst places of the edge' });
  await followUps.getByText(/^1 of \d/).waitFor();
  await page.waitForFunction(
    () => document.querySelector('[data-view]')?.getAttribute('data-view')?.startsWith('2 '),
    null,
    { timeout: patience },
  );
  const before = (await jar()).softness;
  await changing(page, () => page.keyboard.press('y'));
  await settled();
  expect((await jar()).softness).not.toEqual(before);
  // The next one is left; one press more than there are is nobody's.
  for (let left = 0; left < 3; left++) await page.keyboard.press('x');
  await followUps.waitFor({ state: 'detached' });
  await changing(page, () => page.getByRole('button', { name: 'Undo' }).click());
  await settled();
  expect((await jar()).softness).toEqual(before);
  await page.keyboard.press(',');
  await sharp(page);
});

test('the same photograph at another size takes over what was cut, at the same place', async () => {
  const larger = join(folder, 'jar-large.jpg');
  writeFileSync(larger, await sharpPicture('demo/plates/jar.jpg').resize(2700, 1800).jpeg({ quality: 92 }).toBuffer());
  await page.keyboard.press('0');
  await sharp(page);
  const behind = await colourAt(page, 860, 960);
  await page.getByRole('button', { name: 'Replace', exact: true }).click();
  await page.getByLabel('Photograph file').setInputFiles(larger);
  await page.getByRole('button', { name: 'Carry the veils over' }).click({ timeout: patience });
  await settled();
  const { plates, veils } = await pieceNow();
  expect(plates[0].scale).toBeCloseTo(2 / 3, 5);
  expect(veils).toHaveLength(2);
  (await colourAt(page, 860, 960)).forEach((value, c) => expect(Math.abs(value - behind[c])).toBeLessThan(12));
});

test('a cut-out photograph brings its own veil, and stands before the letters', async () => {
  const kite = join(folder, 'cut-kite.png');
  const matte = await sharpPicture('demo/plates/truth/dune.kite.png').extractChannel(0).raw().toBuffer();
  const { data } = await sharpPicture('demo/plates/dune.jpg').raw().toBuffer({ resolveWithObject: true });
  const bytes = Buffer.alloc(1800 * 1200 * 4);
  for (let i = 0; i < matte.length; i++) bytes.set([data[i * 3], data[i * 3 + 1], data[i * 3 + 2], matte[i]], i * 4);
  await sharpPicture(bytes, { raw: { width: 1800, height: 1200, channels: 4 } })
    .extract({ left: 1130, top: 170, width: 280, height: 400 })
    .png()
    .toFile(kite);
  await page.getByRole('button', { name: 'Add another photograph' }).click();
  await page.getByLabel('Photograph file').setInputFiles(kite);
  await page.getByRole('button', { name: 'cut-kite.png', exact: true }).waitFor({ timeout: patience });
  await settled();
  const { plates, veils } = await pieceNow();
  expect(plates).toHaveLength(2);
  const own = veils.find(({ plate }) => plate === plates[1].id)!;
  expect(own.cuts).toMatchObject([{ kind: 'picture', operation: 'add' }]);
  // Moved over the U, it hides the letter there and nothing beside its own shape.
  await page.getByRole('button', { name: 'cut-kite.png', exact: true }).click();
  const middle = [plates[1].x + 140 * plates[1].scale, plates[1].y + 200 * plates[1].scale] as [number, number];
  await drawOver(page, middle, [1360, 800]);
  await settled();
  const [red, green, blue] = await colourAt(page, 1360, 790);
  expect(Math.hypot(red - 0x7a, green - 0x3b, blue - 0x22)).toBeGreaterThan(40);
});

test('what stands out is outlined, pointed at and cut by one press; its strokes can be undone as one', async () => {
  await page.goto(`${studio.url}/piece/demo-low-sun/3`);
  await sharp(page);
  const veilsNow = async (): Promise<Piece['veils']> => (await lowSunNow()).veils;
  const before = await veilsNow();
  await page.getByRole('button', { name: 'Stands out' }).click();
  const first = page.getByRole('button', { name: /^Cut thing 1,/ });
  await first.waitFor({ timeout: patience });
  const count = await page.locator('[data-thing]').count();
  expect(count).toBeGreaterThan(1);
  expect(count).toBeLessThanOrEqual(5);
  // By keyboard: the focused one is outlined plainly.
  await first.focus();
  await page.locator('[data-thing="1"] path[stroke-width="5"]').waitFor();
  await page.keyboard.press('Enter');
  await page.waitForFunction((n) => document.querySelectorAll('[data-depth^=veil]').length > n, before.length);
  await settled();
  const made = (await veilsNow()).at(-1)!;
  expect(made.cuts).toHaveLength(1);
  expect(made.cuts[0]).toMatchObject({ kind: 'scribble', operation: 'add', box: null });
  // The kite lies in front of the words now, by the strokes of the new veil alone.
  await lookAtVeil(page, 'matte');
  expect((await colourAt(page, 1290, 480))[0]).toBeGreaterThan(240);
  expect(await colourAt(page, 200, 200)).toEqual([0, 0, 0]);
  await lookAtVeil(page, 'picture');
  await changing(page, () => page.getByRole('button', { name: 'Undo' }).click());
  await settled();
  expect(await veilsNow()).toEqual(before);
});

test('a cut is copied to another photograph of the same scene, laid where both show the same, and solved there', async () => {
  const again = join(folder, 'dune-again.jpg');
  const shot = { left: 150, top: 90, factor: 0.9 };
  const picture = sharpPicture('demo/plates/dune.jpg').extract({ left: 150, top: 90, width: 1500, height: 1000 });
  writeFileSync(again, await picture.resize(1350, 900).jpeg({ quality: 85 }).toBuffer());
  await page.getByRole('button', { name: 'Stands out' }).click();
  await page.getByRole('button', { name: /^Cut thing 1,/ }).click();
  await settled();
  const cut = (await lowSunNow()).veils.at(-1)!;
  expect(await page.getByText('The same thing on').count()).toBe(0);
  await page.keyboard.press('0');
  await page.getByRole('button', { name: 'Add another photograph' }).click();
  await page.getByLabel('Photograph file').setInputFiles(again);
  await page.getByRole('button', { name: 'dune-again.jpg', exact: true }).waitFor({ timeout: patience });
  await settled();
  await page.keyboard.press('3');
  await page.getByRole('button', { name: new RegExp(`^${cut.name} 1 cut`) }).click();
  await page.getByText('The same thing on').locator('..').getByRole('button', { name: 'dune-again.jpg' }).click();
  await page
    .getByRole('button', { name: new RegExp(`^${cut.name}, on dune-again.jpg .*cut`) })
    .waitFor({ timeout: patience });
  await settled();
  const { veils, plates, depth } = await lowSunNow();
  const copy = veils.at(-1)!;
  expect(copy).toMatchObject({ plate: plates.at(-1)!.id, graft: null });
  expect(depth).toContain(copy.id);
  // Where its strokes lie.
  const [from, to] = [cut, copy].map(({ cuts: [one] }) => one.kind === 'scribble' && one.marks[0].points[0]) as [
    [number, number],
    [number, number],
  ];
  expect(Math.abs(to[0] - (from[0] - shot.left) * shot.factor)).toBeLessThan(2);
  expect(Math.abs(to[1] - (from[1] - shot.top) * shot.factor)).toBeLessThan(2);
  // What was solved: the kite of the other photograph, and nothing of its sky.
  const { x, y, scale } = plates.at(-1)!;
  const onSheet = (left: number, top: number): [number, number] => [
    x + (left - shot.left) * shot.factor * scale,
    y + (top - shot.top) * shot.factor * scale,
  ];
  await lookAtVeil(page, 'matte');
  expect((await colourAt(page, ...onSheet(1290, 480)))[0]).toBeGreaterThan(240);
  expect(await colourAt(page, ...onSheet(700, 300))).toEqual([0, 0, 0]);
  await lookAtVeil(page, 'picture');
});

test('a stretch of the border is moved outwards by a brush, half a px for each stroke, and by undo back again', async () => {
  const veil = (await lowSunNow()).veils.findLast(({ name }) => /^veil \d+$/.test(name))!;
  await page.getByRole('button', { name: new RegExp(`^${veil.name} 1 cut`) }).click();
  await page.getByRole('button', { name: 'Fine edge', exact: true }).click();
  await lookAtVeil(page, 'matte');
  // From inside the kite to the right, until its border.
  let x = 1290;
  while (x < 1500 && (await colourAt(page, x, 330))[0] > 250) x++;
  const shown = async (): Promise<number> => {
    let sum = 0;
    for (let at = x - 3; at < x + 8; at++) sum += (await colourAt(page, at, 330))[0] / 255;
    return sum;
  };
  const before = await shown();
  await page.getByRole('button', { name: 'Out', exact: true }).click();
  for (let stroke = 0; stroke < 4; stroke++) {
    await drawOver(page, [x, 310], [x, 350]);
    await settled();
  }
  await page.getByText('and along 4 strokes by itself').waitFor();
  // The brush's ring would be measured too.
  await page.mouse.move(5, 400);
  await sharp(page);
  // The screen shows the sheet at about 37 %: a px of it are 2.7 of these places.
  expect((await shown()) - before).toBeGreaterThan(1.2);
  expect((await shown()) - before).toBeLessThan(4);
  for (let step = 0; step < 4; step++) await changing(page, () => page.getByRole('button', { name: 'Undo' }).click());
  await settled();
  await sharp(page);
  expect(await shown()).toBeCloseTo(before, 1);
  await lookAtVeil(page, 'picture');
});

test('the page has raised no errors', () => expect(problems).toEqual([]));
