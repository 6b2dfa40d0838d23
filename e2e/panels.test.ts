import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { boxesOn } from './boxes';
import { findColour, zoomOf } from './pixels';
import { changing, onScreen, saved, setValue, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const violet = [0x40, 0x20, 0x60] as const;
const charcoal = [0x1f, 0x23, 0x28] as const;

async function drag(from: readonly [number, number], to: readonly [number, number], alt = false): Promise<void> {
  const [a, b] = [await onScreen(page, ...from), await onScreen(page, ...to)];
  if (alt) await page.keyboard.down('Alt');
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
  await page.mouse.move(b.x, b.y, { steps: 3 });
  await page.mouse.up();
  if (alt) await page.keyboard.up('Alt');
  await saved(page);
  await sharp(page);
}
/** Box of a colour on the sheet, sheet px. */
async function boxOf(colour: readonly [number, number, number]) {
  const found = await findColour(page, colour);
  const [zoom, origin] = [await zoomOf(page), await onScreen(page, 0, 0)];
  const mat = (await page.getByTestId('mat').boundingBox())!;
  const across = (x: number): number => (x + mat.x - origin.x) / zoom;
  const down = (y: number): number => (y + mat.y - origin.y) / zoom;
  return {
    left: across(found.left),
    right: across(found.right + 1),
    top: down(found.top),
    bottom: down(found.bottom + 1),
  };
}
/** Within one px of the screen. */
const near = async (found: number, wanted: number): Promise<void> =>
  expect(Math.abs(found - wanted)).toBeLessThan(1.6 / (await zoomOf(page)));

test('a panel is grabbed where it is seen, snaps to the sheet, is scaled at a corner and moved by keyboard', async () => {
  await boxesOn(page, studio, [{ x: 500, y: 400, width: 300, height: 200 }], 4);
  await changing(page, () => page.getByLabel('Shape of the panel').selectOption('box'));
  await sharp(page);
  const before = await boxOf(charcoal);
  // Held beside the letters and let go near the middle of the sheet: it comes to stand in it.
  await drag([before.left + 20, 400], [before.left + 20 + 96, 400]);
  const moved = await boxOf(charcoal);
  await near((moved.left + moved.right) / 2, 600);
  // The letters stay.
  await near((await boxOf(violet)).left, 350);
  await drag([moved.right, moved.bottom], [moved.right + 120, moved.bottom + 60], true);
  const larger = await boxOf(charcoal);
  for (const [found, wanted] of [
    [larger.left, moved.left],
    [larger.top, moved.top],
    [larger.right, moved.right + 120],
    [larger.bottom, moved.bottom + 60],
  ])
    await near(found, wanted);
  await page.getByRole('slider', { name: 'Move the panel' }).focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Tab');
  await saved(page);
  await sharp(page);
  await near((await boxOf(charcoal)).top, larger.top - 30);
  await changing(page, () => page.keyboard.press('Control+z'));
  await sharp(page);
  await near((await boxOf(charcoal)).top, larger.top);
  expect(problems).toEqual([]);
});

test('a band crosses the sheet; openings that leave their panel are told of', async () => {
  await changing(page, () => page.getByLabel('Shape of the panel').selectOption('band'));
  await sharp(page);
  const band = await boxOf(charcoal);
  await near(band.left, 0);
  await near(band.right, 1200);
  await changing(page, () => page.getByLabel('What the letters are in the panel').selectOption('below'));
  expect(await page.getByText('there the openings have no edge').count()).toBe(0);
  await setValue(page, 'Panel down', '200');
  await page.getByText('there the openings have no edge').waitFor();
  await page.getByLabel('The edge throws a shadow inward').check();
  await setValue(page, 'Distance of the inward shadow', '20');
  await setValue(page, 'Direction of the inward shadow', '180');
  const ring = (await page.getByRole('slider', { name: 'Where the shadow of the panel’s edge falls' }).boundingBox())!;
  await page.mouse.move(ring.x + ring.width / 2, ring.y + ring.height / 2);
  await page.mouse.down();
  // From the left of the letters' middle to straight below it.
  const middle = await onScreen(page, 500, 400);
  await page.mouse.move(middle.x, middle.y + 60, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  const degrees = page.getByRole('spinbutton', { name: 'Direction of the inward shadow' });
  expect(Number(await degrees.getAttribute('aria-valuenow'))).toBeCloseTo(90, 0);
});

test('words stay centred in a panel that keeps its size, whatever is typed', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/4`);
  await sharp(page);
  await changing(page, () => page.getByLabel('Shape of the panel').selectOption('box'));
  await changing(page, () => page.getByLabel('What the size of the panel follows').selectOption('stays'));
  await sharp(page);
  const kept = await page.getByRole('spinbutton', { name: 'Width of the panel' }).getAttribute('aria-valuenow');
  for (const text of ['RAKUS', 'RAKU WALLS']) {
    await page.keyboard.press('1');
    await page.getByRole('textbox', { name: 'Words', exact: true }).fill(text);
    await saved(page);
    await page.keyboard.press('Escape');
    await page.keyboard.press('2');
    await sharp(page);
    const gauge = page.getByRole('img', { name: 'The sheet with its words, to scale' });
    await gauge.waitFor();
    const [left, right] = await gauge
      .locator('text')
      .allTextContents()
      .then((texts) => texts.map(Number));
    // RAKU is 1606 px wide, which is the room for any words.
    expect(1800 - left - right).toBeLessThanOrEqual(1607);
    expect(1800 - left - right).toBeGreaterThan(1500);
    await page.keyboard.press('4');
    expect(await page.getByRole('spinbutton', { name: 'Width of the panel' }).getAttribute('aria-valuenow')).toBe(kept);
  }
});
