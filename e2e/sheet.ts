import type { Page } from 'playwright-core';
import sharpPicture from 'sharp';
import { onScreen, patience, pickColour, saved, sharp } from './studio';

/** Draws a line over the sheet with the pointer, in sheet px. */
export async function drawOver(page: Page, ...points: [number, number][]): Promise<void> {
  const [start, ...rest] = await Promise.all(points.map(([x, y]) => onScreen(page, x, y)));
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  for (const { x, y } of rest) await page.mouse.move(x, y, { steps: 6 });
  await page.mouse.up();
}

/** Clicks a place of the sheet. */
export async function clickOn(
  page: Page,
  x: number,
  y: number,
  options: Parameters<Page['mouse']['click']>[2] = {},
): Promise<void> {
  const at = await onScreen(page, x, y);
  await page.mouse.click(at.x, at.y, options);
}

/** Waits until what is being solved has been kept. */
export async function whenSolved(page: Page): Promise<void> {
  await page.waitForFunction(
    () => !document.querySelector('[role=progressbar]') && document.documentElement.dataset.solving === '0',
    null,
    { timeout: patience },
  );
  await saved(page);
  await sharp(page);
}

/** The colour that the screen shows at a point of the sheet. */
export async function colourAt(page: Page, x: number, y: number): Promise<[number, number, number]> {
  const at = await onScreen(page, x, y);
  const shot = await page.screenshot({ clip: { x: Math.round(at.x), y: Math.round(at.y), width: 1, height: 1 } });
  const { data } = await sharpPicture(shot).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return [data[0], data[1], data[2]];
}

/** Looks at the chosen veil in one of the ways there are. @param swatch colour that it is shown alone on */
export async function lookAtVeil(
  page: Page,
  how: 'picture' | 'hatch' | 'colour' | 'matte' | 'wipe',
  swatch?: string,
): Promise<void> {
  await page.getByLabel('How the veil is shown').selectOption(how);
  if (swatch) await pickColour(page, 'Colour to look at the veil on', swatch);
  await sharp(page);
}
