import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { boxesOn, type Box } from './boxes';
import { findColour, zoomOf } from './pixels';
import { changing, onScreen, saved, setValue, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const ink = [0x40, 0x20, 0x60] as const;

const sheetWith = (boxes: Box[]): Promise<string> => boxesOn(page, studio, boxes, 2);

async function drag(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
  const [a, b] = [await onScreen(page, from[0], from[1]), await onScreen(page, to[0], to[1])];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  for (let i = 1; i <= 8; i++) await page.mouse.move(a.x + ((b.x - a.x) * i) / 8, a.y + ((b.y - a.y) * i) / 8);
  await page.mouse.up();
  await sharp(page);
}

const isInk = async (x: number, y: number): Promise<boolean> => {
  const at = await onScreen(page, x, y);
  const box = (await page.getByTestId('mat').boundingBox())!;
  return page.evaluate(
    ([sx, sy]) =>
      document
        .querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!
        .getContext('2d')!
        .getImageData(sx, sy, 1, 1).data[0] < 100,
    [Math.round(at.x - box.x), Math.round(at.y - box.y)],
  );
};

test('a corner is pulled into perspective by hand, the others stay; the numbers say it, and it can be made flat again', async () => {
  await sheetWith([{ x: 600, y: 400, width: 600, height: 300 }]);
  await page.getByRole('button', { name: 'Pull corners' }).click();
  await drag([900, 250], [900, 370]);
  expect(await isInk(890, 300)).toBe(false);
  expect(await isInk(890, 400)).toBe(true);
  expect(await isInk(310, 260)).toBe(true);
  expect(await isInk(890, 540)).toBe(true);
  await page.getByRole('spinbutton', { name: 'upper right corner down' }).waitFor();
  const down = Number(
    await page.getByRole('spinbutton', { name: 'upper right corner down' }).getAttribute('aria-valuenow'),
  );
  expect(Math.abs(down - 120)).toBeLessThan(3);
  // Pulled across the opposite side the corner stops where it still bounds an area.
  await drag([900, 370], [100, 700]);
  expect(problems).toEqual([]);
  await page.keyboard.press('Control+z');
  await saved(page);
  await page.getByRole('button', { name: 'Flat', exact: true }).click();
  await sharp(page);
  expect(await isInk(890, 260)).toBe(true);
});

test('a guide is pulled out of the ruler in millimetres, and a lettering snaps to it with the distances shown', async () => {
  await sheetWith([{ x: 300, y: 300, width: 200, height: 100 }]);
  await page.getByLabel('Unit of lengths').selectOption('mm');
  await page.getByLabel('Rulers').check();
  const ruler = (await page.getByTestId('ruler-x').boundingBox())!;
  const to = await onScreen(page, 700, 500);
  await page.mouse.move(ruler.x + 9, ruler.y + 300);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 5 });
  await page.mouse.up();
  await setValue(page, 'Upright guide', '180');
  // 180 mm at 100 ppi.
  const guide = (180 / 25.4) * 100;
  const [from, near] = [await onScreen(page, 300, 300), await onScreen(page, 300 + guide - 400 + 3, 500)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(near.x, near.y, { steps: 5 });
  await page.getByTestId('guide-line').first().waitFor();
  expect(await page.getByTestId('distances').textContent()).toMatch(/mm/);
  await page.mouse.up();
  await saved(page);
  const x = Number(await page.getByRole('spinbutton', { name: 'Place from the left' }).getAttribute('aria-valuenow'));
  // Its right side stands on the guide.
  expect(Math.abs(x + 100 - guide)).toBeLessThan(0.11);
});

test('by keyboard alone a ring is reached, says where it is and is moved; the arc turns; the undo takes a burst at once', async () => {
  await sheetWith([{ x: 600, y: 400, width: 600, height: 300 }]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  const ring = page.getByRole('slider', { name: 'Scale the words' }).nth(2);
  await ring.focus();
  expect(await ring.getAttribute('aria-valuetext')).toBe('900 px from the left, 550 px from the top');
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowRight');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('PageUp');
  await saved(page);
  // From 600 x 300 by a tenth, about the upper left corner.
  const scale = page.getByRole('spinbutton', { name: 'Scale', exact: true });
  expect(Number(await scale.getAttribute('aria-valuenow'))).toBeCloseTo(110, 3);
  expect(await page.evaluate(() => document.activeElement?.getAttribute('aria-valuetext'))).toBe(
    '960 px from the left, 250 px from the top',
  );
  await changing(page, () => page.keyboard.press('Control+z'));
  expect(Number(await scale.getAttribute('aria-valuenow'))).toBeCloseTo(100, 3);
  const arc = page.getByRole('slider', { name: 'Turn the words' });
  await arc.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await saved(page);
  expect(await arc.getAttribute('aria-valuetext')).toBe('2.0 degrees');
});

test('words are set along a slope drawn on the photo', async () => {
  await sheetWith([{ x: 600, y: 300, width: 400, height: 100 }]);
  await page.getByRole('button', { name: 'Draw a slope' }).click();
  await drag([200, 700], [1000, 500]);
  const slope = page.getByRole('spinbutton', { name: 'Slope', exact: true });
  await slope.waitFor();
  expect(Math.abs(Number(await slope.getAttribute('aria-valuenow')) + 14)).toBeLessThan(0.2);
  await page.getByRole('button', { name: 'Set the words along it' }).click();
  await sharp(page);
  const rotation = Number(await page.getByRole('spinbutton', { name: 'Rotation' }).getAttribute('aria-valuenow'));
  expect(Math.abs(rotation + (Math.atan2(200, 800) * 180) / Math.PI)).toBeLessThan(0.2);
  // The lower side lies on the line: ink just above its middle, none just below.
  expect(await isInk(600, 600 - 8)).toBe(true);
  expect(await isInk(600, 600 + 8)).toBe(false);
});

test('several are brought into line and given the same room; one is turned over, bent and echoed', async () => {
  await sheetWith([
    { x: 150, y: 150, width: 100, height: 60 },
    { x: 420, y: 350, width: 200, height: 60, colour: '#9c3b22' },
    { x: 900, y: 600, width: 100, height: 60, colour: '#2c6e63' },
  ]);
  await page.getByLabel('Which words').selectOption('all');
  await page.getByLabel('What is brought into line').selectOption('feet');
  await page.getByRole('button', { name: 'Bring them there' }).click();
  await sharp(page);
  const bottoms = await Promise.all(
    (
      [
        [0x40, 0x20, 0x60],
        [0x9c, 0x3b, 0x22],
        [0x2c, 0x6e, 0x63],
      ] as const
    ).map((colour) => findColour(page, colour)),
  );
  expect(
    Math.max(...bottoms.map(({ bottom }) => bottom)) - Math.min(...bottoms.map(({ bottom }) => bottom)),
  ).toBeLessThanOrEqual(1);
  await page.getByRole('region', { name: 'In line' }).getByRole('button', { name: 'across' }).click();
  await sharp(page);
  const [a, b, c] = await Promise.all(
    (
      [
        [0x40, 0x20, 0x60],
        [0x9c, 0x3b, 0x22],
        [0x2c, 0x6e, 0x63],
      ] as const
    ).map((colour) => findColour(page, colour)),
  );
  expect(Math.abs(b.left - a.right - (c.left - b.right))).toBeLessThanOrEqual(2);
  const zoom = await zoomOf(page);
  await page.getByRole('button', { name: 'Add an echo' }).click();
  await setValue(page, 'Echo 1 to the right', '0');
  await setValue(page, 'Echo 1 down', '-120');
  await setValue(page, 'Strength of echo 1', '100');
  await sharp(page);
  const echoed = await findColour(page, ink);
  expect(Math.abs(a.top - echoed.top - 120 * zoom)).toBeLessThan(2);
  expect(Math.abs(echoed.count / a.count - 2)).toBeLessThan(0.05);
  await page.getByLabel('Bend').selectOption({ label: 'on an arc' });
  await setValue(page, 'Arc', '180');
  await sharp(page);
  // Bent to half a circle, the box is no longer as wide, and the echo is bent with it.
  const bent = await findColour(page, ink);
  expect(bent.right - bent.left).not.toBe(a.right - a.left);
  expect(bent.count).toBeGreaterThan(a.count);
  expect(problems).toEqual([]);
});
