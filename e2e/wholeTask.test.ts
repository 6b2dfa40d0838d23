import { expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { PDFDocument } from 'pdf-lib';
import type { Page } from 'playwright-core';
import readPicture from 'sharp';
import { clickSheet, onScreen, patience, saved, setValue, sharp, type RunningStudio, changing, moving } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;

const problems = visit((made) => ({ studio, page } = made));

interface Pixels {
  width: number;
  height: number;
  at(x: number, y: number): [number, number, number];
}

async function decode(bytes: Buffer): Promise<Pixels> {
  const { data, info } = await readPicture(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    at: (x, y) =>
      [...data.subarray((y * info.width + x) * 3, (y * info.width + x) * 3 + 3)] as [number, number, number],
  };
}

type Kind = 'PNG' | 'JPEG' | 'PDF' | 'SVG' | 'OpenRaster';

async function exportPicture(format: Kind, bits?: '16 bits'): Promise<Buffer> {
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('button', { name: format, exact: true }).click();
  if (bits) await page.getByRole('button', { name: bits }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('button', { name: `Export ${format}` }).click(),
  ]);
  const bytes = readFileSync(await download.path());
  await page.keyboard.press('Escape');
  return bytes;
}

test('import a photograph, set a word, trace along the jar, export: the word stands behind the jar', async () => {
  await page.goto(studio.url);
  await page.getByLabel('Photograph file').first().setInputFiles('demo/plates/jar.jpg');
  await page.waitForURL(/\/piece\/.*\/1$/, { timeout: patience });
  await sharp(page);

  // The word, typed on the sheet.
  await clickSheet(page, 900, 800);
  await page.keyboard.type('HHH');
  await saved(page);
  await setValue(page, 'Letter size', '520');

  // Its place: by keyboard and by number.
  await page.keyboard.press('2');
  await setValue(page, 'Place from the left', '899');
  await setValue(page, 'Place from the top', '800');
  await page.getByTestId('mat').focus();
  await page.keyboard.press('ArrowRight');
  await saved(page);
  expect(
    await page.getByRole('spinbutton', { name: 'Place from the left' }).first().getAttribute('aria-valuenow'),
  ).toBe('900');

  // Its colour.
  await page.keyboard.press('4');
  await page.getByLabel('Colour as a CSS value').fill('#2040c0');
  await page.keyboard.press('Enter');

  // The veil: clicks along the jar, following its edge; straight across the mouth of the jar.
  await page.keyboard.press('3');
  await page.getByText('Click along the edge; the first point closes it.').waitFor();
  let clicked = 0;
  for (const [x, y] of [
    [857, 590],
    [880, 645],
    [762, 780],
    [747, 860],
    [790, 1010],
    [836, 1084],
    [945, 1092],
    [1056, 1080],
    [1108, 990],
    [1140, 830],
    [1105, 745],
    [1050, 690],
    [1012, 640],
    [1034, 590],
  ]) {
    await clickSheet(page, x, y);
    clicked++;
    await page.getByText(`Contour 1: ${clicked} points, open`, { exact: true }).waitFor();
  }
  const first = await onScreen(page, 857, 590);
  await page.keyboard.down('Shift');
  await page.mouse.click(first.x, first.y);
  await page.keyboard.up('Shift');
  await page.getByText('Contour 1: 14 points', { exact: true }).waitFor({ timeout: patience });
  await saved(page);
  await sharp(page);

  const picture = await decode(await exportPicture('PNG'));
  const plate = await decode(readFileSync('demo/plates/jar.jpg'));
  expect([picture.width, picture.height]).toEqual([1800, 1200]);
  // Inside the jar, well within its true matte: the plate's pixels, to the bit. Beside it, where the matte is 0: never
  // the jar's, but the plate's or the letters'.
  const matte = await decode(readFileSync('demo/plates/truth/jar.jar.png'));
  const blue = [0x20, 0x40, 0xc0];
  const around = [
    [0, 0],
    [-4, 0],
    [4, 0],
    [0, -4],
    [0, 4],
  ];
  let inside = 0;
  let inked = 0;
  for (let y = 600; y < 1060; y += 5) {
    for (let x = 700; x < 1200; x += 5) {
      const values = around.map(([dx, dy]) => matte.at(x + dx, y + dy)[0]);
      if (values.every((value) => value === 255)) {
        expect({ x, y, colour: picture.at(x, y) }).toEqual({ x, y, colour: plate.at(x, y) });
        inside++;
      } else if (values.every((value) => value === 0) && String(picture.at(x, y)) === String(blue)) inked++;
    }
  }
  expect(inside).toBeGreaterThan(4000);
  expect(inked).toBeGreaterThan(300);
  // Far from the word: the plate as well.
  for (let x = 20; x < 1800; x += 97) expect(picture.at(x, 40)).toEqual(plate.at(x, 40));
  // In one row: letters on both sides of the jar, none on it.
  const row = Array.from({ length: 1800 }, (_, x) => x).filter((x) => String(picture.at(x, 800)) === String(blue));
  expect(row.some((x) => x < 740)).toBe(true);
  expect(row.some((x) => x > 1150)).toBe(true);
  expect(row.filter((x) => x > 765 && x < 1125)).toEqual([]);
});

test('the exported file equals the screen at 100 %', async () => {
  await page.keyboard.press('Escape');
  await moving(page, () => page.keyboard.press('/'));
  const exported = await decode(await exportPicture('PNG'));
  const [, left, top] = (await page.getByTestId('mat').getAttribute('data-view'))!.split(' ').map(Number);
  const shown = await page.evaluate(() =>
    document.querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!.toDataURL('image/png'),
  );
  const screen = await decode(Buffer.from(shown.split(',')[1], 'base64'));
  let different = 0;
  for (let y = Math.max(0, Math.round(top)); y < Math.min(screen.height, Math.round(top) + 1200); y++) {
    for (let x = Math.max(0, Math.round(left)); x < Math.min(screen.width, Math.round(left) + 1800); x++) {
      const [here, there] = [screen.at(x, y), exported.at(x - Math.round(left), y - Math.round(top))];
      if (here[0] !== there[0] || here[1] !== there[1] || here[2] !== there[2]) different++;
    }
  }
  expect(screen.width * screen.height).toBeGreaterThan(300000);
  expect(different).toBe(0);
});

test('a JPEG carries the resolution that was asked for', async () => {
  const { format, density, width } = await readPicture(await exportPicture('JPEG')).metadata();
  expect({ format, density, width }).toEqual({ format: 'jpeg', density: 300, width: 1800 });
});

test('a PNG of 16 bits has them, and where the photograph is bare it is the same photograph', async () => {
  const eight = await decode(await exportPicture('PNG'));
  const file = await exportPicture('PNG', '16 bits');
  expect(await readPicture(file).metadata()).toMatchObject({ depth: 'ushort', width: 1800, density: 300 });
  const sixteen = await decode(file);
  for (let x = 20; x < 1800; x += 97) expect(sixteen.at(x, 40)).toEqual(eight.at(x, 40));
});

test('for a poster it leaves as a PDF of its true size with bleed and marks; for other programs as layers', async () => {
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('button', { name: 'Poster', exact: true }).click();
  await page.getByText('in the bleed it is seen mirrored').waitFor();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('button', { name: 'Export PDF' }).click(),
  ]);
  await page.getByText('"HHH" leaves as outlines of one colour each.').waitFor();
  await page.keyboard.press('Escape');
  const pdf = await PDFDocument.load(readFileSync(await download.path()));
  const { width, height, x } = pdf.getPage(0).getTrimBox();
  // 1800 × 1200 px at 300 ppi: 6 × 4 inches of 72 points.
  expect([Math.abs(width - 432) < 0.3, Math.abs(height - 288) < 0.3, x > 20]).toEqual([true, true, true]);
  const layers = unzipSync(await exportPicture('OpenRaster'));
  expect(Buffer.from(layers['stack.xml']).toString()).toMatch(/name="HHH, ink".*\n.*name="jar"/);
  // An SVG drawn by another program is what a PNG holds.
  const drawn = await decode(
    await readPicture(await exportPicture('SVG'), { unlimited: true })
      .resize(1800, 1200, { fit: 'fill' })
      .png()
      .toBuffer(),
  );
  const own = await decode(await exportPicture('PNG'));
  let [off, all] = [0, 0];
  for (let y = 5; y < 1200; y += 7)
    for (let px = 3; px < 1800; px += 7, all++)
      if (own.at(px, y).some((value, c) => Math.abs(value - drawn.at(px, y)[c]) > 3)) off++;
  expect(off / all).toBeLessThan(0.01);
});

test('undo and redo reach back past a reload', async () => {
  await page.keyboard.press('4');
  const colour = () => page.getByLabel('Colour as a CSS value').inputValue();
  const before = await colour();
  await page.getByLabel('Colour as a CSS value').fill('#118844');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.reload();
  await sharp(page);
  expect(await colour()).toBe('#118844');
  await page.getByTestId('mat').focus();
  await page.keyboard.press('Control+z');
  await page.waitForFunction(
    (value) => document.querySelector<HTMLInputElement>('[aria-label="Colour as a CSS value"]')?.value === value,
    before,
  );
  await page.keyboard.press('Control+Shift+z');
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="Colour as a CSS value"]')?.value === '#118844',
  );
  await page.keyboard.press('Control+z');
  await page.waitForFunction(
    (value) => document.querySelector<HTMLInputElement>('[aria-label="Colour as a CSS value"]')?.value === value,
    before,
  );
});

test('before is shown only while it is held', async () => {
  const blue = async (): Promise<number> => {
    const shown = await page.evaluate(() =>
      document.querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!.toDataURL('image/png'),
    );
    const screen = await decode(Buffer.from(shown.split(',')[1], 'base64'));
    let count = 0;
    for (let y = 0; y < screen.height; y++)
      for (let x = 0; x < screen.width; x++) if (screen.at(x, y)[2] > 180 && screen.at(x, y)[0] < 60) count++;
    return count;
  };
  await sharp(page);
  expect(await blue()).toBeGreaterThan(1000);
  await page.getByTestId('mat').focus();
  await changing(page, () => page.keyboard.down(';'));
  expect(await blue()).toBe(0);
  await changing(page, () => page.keyboard.up(';'));
  expect(await blue()).toBeGreaterThan(1000);
});

test('the page has raised no errors', () => {
  expect(problems).toEqual([]);
});
