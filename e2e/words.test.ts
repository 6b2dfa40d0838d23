import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { findColour, zoomOf } from './pixels';
import { clickSheet, onScreen, saved, setValue, sharp, type RunningStudio, changing, pickColour } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const brown = [0x7a, 0x3b, 0x22] as const;
const green = [0x2c, 0x6e, 0x63] as const;

/** A copy of *Woven* without its veils, so that all of the word is to be seen. */
async function bareWord(line: number): Promise<string> {
  const { piece } = (await (await page.request.get(`${studio.url}/api/pieces/demo-woven`)).json()) as {
    piece: Record<string, unknown> & { letterings: { words: Record<string, unknown> }[] };
  };
  const made = (await (
    await page.request.post(`${studio.url}/api/pieces/copy`, {
      data: {
        piece: {
          ...piece,
          letterings: piece.letterings.slice(0, 1).map((one) => ({ ...one, words: { ...one.words, size: 400 } })),
          veils: [],
          weave: [],
          depth: ['lettering-1'],
        },
      },
      headers: { origin: studio.url },
    })
  ).json()) as { id: string };
  await page.goto(`${studio.url}/piece/${made.id}/${line}`);
  await sharp(page);
  return made.id;
}

/** Puts the caret into the word: before the letter of a number. */
async function caretAt(place: number): Promise<void> {
  await clickSheet(page, 900, 790);
  await page.getByLabel('Words on the sheet').focus();
  await page.keyboard.press('Home');
  for (let i = 0; i < place; i++) await page.keyboard.press('ArrowRight');
}

test('a pair is kerned by hand: Alt with a full stop at the caret, the value is shown, all that follows moves', async () => {
  await bareWord(1);
  const before = await findColour(page, brown);
  await caretAt(1);
  for (let i = 0; i < 8; i++) await page.keyboard.press('Alt+Period');
  await sharp(page);
  expect(await page.getByTestId('kern').textContent()).toBe('+0.040 em');
  const after = await findColour(page, brown);
  // The word is centred, so both ends move by half of 0.04 of 400 px.
  const half = (0.04 * 400 * (await zoomOf(page))) / 2;
  expect(Math.abs(after.right - before.right - half)).toBeLessThan(1.5);
  expect(Math.abs(before.left - after.left - half)).toBeLessThan(1.5);
  await page.getByRole('button', { name: 'Space evenly' }).click();
  await sharp(page);
  expect(await page.getByText('Even by measure.').count()).toBe(1);
  await page.getByRole('button', { name: 'Reset all letters' }).click();
  await sharp(page);
  expect(await findColour(page, brown)).toEqual(before);
});

test('single letters have a colour and a turn of their own, keep them while the word is retyped, and go back to normal', async () => {
  await bareWord(1);
  const plain = await findColour(page, brown);
  await caretAt(3);
  await page.keyboard.press('Shift+ArrowRight');
  await pickColour(page, 'Colour of the letters', '#2c6e63');
  await saved(page);
  await sharp(page);
  const coloured = await findColour(page, green);
  expect(coloured.count).toBeGreaterThan(2000);
  // The U stands at the right end of the word.
  expect(coloured.right).toBe(plain.right);
  await caretAt(1);
  await page.keyboard.type('I');
  await saved(page);
  await sharp(page);
  const kept = await findColour(page, green);
  expect(Math.abs(kept.count - coloured.count)).toBeLessThan(coloured.count * 0.03);
  await caretAt(4);
  await page.keyboard.press('Shift+ArrowRight');
  await setValue(page, 'Turn of the letters', '30');
  await sharp(page);
  expect((await findColour(page, green)).top).toBeLessThan(kept.top - 5);
  await page.getByRole('button', { name: 'Reset', exact: true }).click();
  await sharp(page);
  expect((await findColour(page, green)).count).toBe(0);
});

test('every line at one width: ink edge to ink edge', async () => {
  // Without its picture, so that ink can be told from paper by its colour.
  await page.goto(`${studio.url}/piece/demo-picture-letters/4`);
  await page.getByRole('button', { name: 'Remove Coat 2' }).click();
  await saved(page);
  await page.goto(`${studio.url}/piece/demo-picture-letters/1`);
  await sharp(page);
  await setValue(page, 'Width of the lockup', '3000');
  await page.getByTestId('mat').focus();
  await page.keyboard.press('Shift+Comma');
  await sharp(page);
  // Runs of rows that hold ink are the lines; for each, its first and last column. Paper is #e3d3ad, ink #8c3f2b, the
  // mat grey.
  const lines = await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    const found: [number, number][] = [];
    let open = false;
    for (let y = 0; y < canvas.height; y++) {
      const columns = Array.from({ length: canvas.width }, (_, x) => x).filter((x) => {
        const i = (y * canvas.width + x) * 4;
        return data[i] - data[i + 2] > 50 && data[i + 1] < 0x89;
      });
      if (columns.length === 0) open = false;
      else if (!open) found.push([Infinity, -Infinity]);
      if (columns.length === 0) continue;
      open = true;
      const line = found[found.length - 1];
      line[0] = Math.min(line[0], columns[0]);
      line[1] = Math.max(line[1], columns[columns.length - 1]);
    }
    return found;
  });
  const width = 3000 * (await zoomOf(page));
  expect(lines).toHaveLength(6);
  for (const [first, last] of lines) {
    expect(Math.abs(first - lines[0][0])).toBeLessThanOrEqual(1);
    expect(Math.abs(last - first + 1 - width)).toBeLessThanOrEqual(1.5);
  }
});

test('letters that the face has not come from another, which is said; those that no face has are told', async () => {
  await bareWord(1);
  const field = page.getByLabel('Words', { exact: true });
  await field.fill('ГЛИНА');
  await saved(page);
  await sharp(page);
  await page.getByText('Letters missing from this face are set in Dela Gothic One.').waitFor();
  const cyrillic = await findColour(page, brown);
  expect(cyrillic.count).toBeGreaterThan(5000);
  await field.fill('طين KILN');
  await page.getByText('are set in Lalezar.').waitFor();
  await field.fill('KILN 🪁');
  await page.getByText('No face here has 🪁').waitFor();
  await field.fill('KILN'.repeat(1250));
  await sharp(page);
  await field.fill('');
  await sharp(page);
  expect((await findColour(page, brown)).count).toBe(0);
  expect(problems).toEqual([]);
});

test('an outline from a file and a star are used like words; what is no outline says why', async () => {
  await bareWord(1);
  const drawing = page.getByLabel('Drawing to take an outline from');
  await drawing.setInputFiles({
    name: 'kite.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><g transform="translate(3 1)"><polygon points="0,0 4,3 0,8 -4,3"/></g><defs><rect width="99" height="99"/></defs></svg>',
    ),
  });
  await page.getByLabel('Shape', { exact: true }).waitFor();
  await setValue(page, 'Width of the shape', '400');
  await sharp(page);
  const cream = [0xf2, 0xea, 0xd8] as const;
  const kite = await findColour(page, cream);
  const zoom = await zoomOf(page);
  // A rhomb of 400 x 400 px: half of its box; its points end within a px of their own.
  expect(Math.abs(kite.right - kite.left - 400 * zoom)).toBeLessThan(5);
  expect(Math.abs(kite.count / ((400 * zoom) ** 2 / 2) - 1)).toBeLessThan(0.05);
  await drawing.setInputFiles({
    name: 'words.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><text>KILN</text></svg>'),
  });
  await page.getByText('contains no filled outline').waitFor();
  await drawing.setInputFiles({ name: 'not.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('hello') });
  await page.getByText('"not.svg" is not an SVG drawing').waitFor();
  // Dropped on the sheet it is taken too; what is no outline is not.
  const drop = (name: string, content: string): Promise<void> =>
    page.evaluate(
      ([title, text]) => {
        const files = new DataTransfer();
        files.items.add(new File([text], title));
        document
          .querySelector('[data-testid=mat]')!
          .dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: files }));
      },
      [name, content],
    );
  await drop('round.svg', '<svg xmlns="http://www.w3.org/2000/svg"><circle cx="5" cy="5" r="5"/></svg>');
  await page.locator('[data-depth]').filter({ hasText: 'round' }).waitFor();
  await drop('notes.doc', 'no outline');
  await page.getByText('"notes.doc" cannot be dropped here').waitFor();
});

test('words run along a line that is drawn on the sheet', async () => {
  await bareWord(1);
  await page.getByLabel('Lockup').selectOption({ label: 'Along a line drawn on the sheet' });
  await page.getByRole('button', { name: 'Draw the line on the sheet' }).click();
  const [from, to] = [await onScreen(page, 200, 1100), await onScreen(page, 1600, 300)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  for (let i = 1; i <= 20; i++)
    await page.mouse.move(from.x + ((to.x - from.x) * i) / 20, from.y + ((to.y - from.y) * i) / 20);
  await page.mouse.up();
  await sharp(page);
  const found = await findColour(page, brown);
  // The word climbs with the line: it is about as high as it is wide times the slope, and stands on it.
  expect(found.bottom - found.top).toBeGreaterThan((found.right - found.left) * 0.5);
  await changing(page, () => page.keyboard.press('Control+z'));
  const { bottom, top } = await findColour(page, brown);
  expect(bottom - top).toBeLessThan((found.bottom - found.top) * 0.9);
});

test('outlines saved as SVG are the letters, pixel for pixel as the browser draws them', async () => {
  await bareWord(1);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save outlines as SVG' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('RAKU.svg');
  const svg = readFileSync(await download.path(), 'utf8');
  expect(svg.match(/<path /g)).toHaveLength(4);
  const off = await page.evaluate(async (drawing) => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!;
    const [zoom, left, top] = document
      .querySelector('[data-testid=mat]')!
      .getAttribute('data-view')!
      .split(' ')
      .map(Number);
    const peer = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!;
    const parsed = new DOMParser().parseFromString(drawing, 'image/svg+xml');
    peer.setTransform(zoom, 0, 0, zoom, left, top);
    for (const path of parsed.querySelectorAll('path')) peer.fill(new Path2D(path.getAttribute('d')!), 'nonzero');
    const theirs = peer.getImageData(0, 0, canvas.width, canvas.height).data;
    const ours = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height).data;
    let [wrong, ink] = [0, 0];
    for (let i = 0; i < ours.length; i += 4) {
      const isInk =
        Math.abs(ours[i] - 0x7a) <= 2 && Math.abs(ours[i + 1] - 0x3b) <= 2 && Math.abs(ours[i + 2] - 0x22) <= 2;
      if (theirs[i + 3] === 255) ink++;
      if (isInk !== theirs[i + 3] >= 250) wrong++;
    }
    return wrong / ink;
  }, svg);
  expect(off).toBeLessThan(0.01);
});
