import { afterAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import readPicture from 'sharp';
import {
  announced,
  changing,
  clickSheet,
  eventually,
  onScreen,
  patience,
  saved,
  setValue,
  sharp,
  type RunningStudio,
} from './studio';
import { lookAtVeil } from './sheet';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const folder = mkdtempSync(join(tmpdir(), 'inky-veil-bundle-'));

const problems = visit((made) => ({ studio, page } = made));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The colour on the screen at a point of the sheet. */
async function colourAt(x: number, y: number): Promise<number[]> {
  const at = await onScreen(page, x, y);
  const box = (await page.getByTestId('mat').boundingBox())!;
  return page.evaluate(
    ([left, top]) =>
      Array.from(
        document
          .querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!
          .getContext('2d')!
          .getImageData(left, top, 1, 1).data,
      ).slice(0, 3),
    [Math.floor(at.x - box.x), Math.floor(at.y - box.y)],
  );
}
const value = (name: string): Promise<number> =>
  page.getByRole('spinbutton', { name, exact: true }).first().getAttribute('aria-valuenow').then(Number);
const brown = [0x7a, 0x3b, 0x22];
const dragSheet = async (from: [number, number], to: [number, number], hold?: () => Promise<void>): Promise<void> => {
  const [start, end] = [await onScreen(page, ...from), await onScreen(page, ...to)];
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move((start.x + end.x) / 2, (start.y + end.y) / 2, { steps: 4 });
  await page.mouse.move(end.x, end.y, { steps: 4 });
  await hold?.();
  await page.mouse.up();
};

test('words are dragged, snap to the sheet’s centre with a visible line, and stand there', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/2`);
  await sharp(page);
  await setValue(page, 'Place from the left', '700');
  await sharp(page);
  const y = await value('Place from the top');
  let guides = 0;
  await dragSheet([560, 790], [760, 790], async () => {
    await page.getByTestId('guide-line').first().waitFor();
    guides = await page.getByTestId('guide-line').count();
  });
  await saved(page);
  expect(guides).toBeGreaterThan(0);
  // Downwards it may have snapped as well, by at most 6 px of the screen.
  expect(Math.abs((await value('Place from the top')) - y)).toBeLessThan(17);
  // The ink is centred: as much room at the left as at the right, within 1 px.
  const [left, right] = await page
    .getByRole('img', { name: 'The sheet with its words, to scale' })
    .locator('text')
    .allTextContents()
    .then((texts) => texts.map(Number));
  expect(Math.abs(left - right)).toBeLessThanOrEqual(1);
});

test('keys: 1 px, 10 px; undo takes a row of steps back at once', async () => {
  const x = await value('Place from the left');
  const isBack = async (): Promise<boolean> => Math.abs((await value('Place from the left')) - x) < 1e-6;
  /** On a machine that pauses between two keys it is two rows, and takes two undos: then it is tried again. */
  const rowAndUndo = async (): Promise<boolean> => {
    await page.getByTestId('mat').focus();
    for (const key of ['ArrowLeft', 'ArrowLeft', 'Shift+ArrowLeft']) await page.keyboard.press(key);
    await saved(page);
    expect(await value('Place from the left')).toBeCloseTo(x - 12, 6);
    await changing(page, () => page.keyboard.press('Control+z'));
    await saved(page);
    return isBack();
  };
  for (let round = 0; !(await rowAndUndo()); round++) {
    expect(round).toBeLessThan(4);
    while (!(await isBack())) {
      await changing(page, () => page.keyboard.press('Control+z'));
      await saved(page);
    }
  }
});

test('corner rings scale about the opposite corner; the arc beside the words turns', async () => {
  const before = await value('Scale');
  const ring = page.getByRole('slider', { name: 'Scale the words' }).nth(2);
  const box = (await ring.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y - 30, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  expect(await value('Scale')).toBeLessThan(before - 5);
  const turn = (await page.getByRole('slider', { name: 'Turn the words' }).locator('path').first().boundingBox())!;
  await page.mouse.move(turn.x + turn.width / 2, turn.y + turn.height / 2);
  await page.mouse.down();
  await page.mouse.move(turn.x + turn.width / 2, turn.y + turn.height / 2 + 60, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  expect(await value('Rotation')).toBeGreaterThan(2);
  for (let i = 0; i < 2; i++) {
    await changing(page, () => page.keyboard.press('Control+z'));
  }
  await page.waitForFunction(
    (scale) =>
      Math.abs(Number(document.querySelector('[aria-label="Scale"]')?.getAttribute('aria-valuenow')) - scale) < 1e-6,
    before,
  );
});

test('the depth line decides what stands in front, and shows what it would be without', async () => {
  await page.keyboard.press(',');
  await sharp(page);
  const on = [800, 850] as const;
  const jar = await colourAt(...on);
  expect(jar).not.toEqual(brown);
  // Pointing at the jar's card: the word is whole.
  await changing(page, () => page.locator('[data-depth=veil-1]').hover());
  expect(await colourAt(...on)).toEqual(brown);
  await changing(page, () => page.mouse.move(640, 300));
  expect(await colourAt(...on)).toEqual(jar);
  // The word's card is moved to the near end by keyboard.
  await page.locator('[data-depth=lettering-1]').focus();
  await announced(page, 'Space');
  // Past the other word, the grasses and the jar.
  for (let step = 0; step < 3; step++) {
    await announced(page, 'ArrowRight');
  }
  await changing(page, () => page.keyboard.press('Space'));
  await saved(page);
  await sharp(page);
  expect(await colourAt(...on)).toEqual(brown);
  await changing(page, () => page.getByRole('button', { name: 'Undo' }).click());
  expect(await colourAt(...on)).toEqual(jar);
});

test('touch-up brings a stretch of wall to the front, and sends it behind again', async () => {
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Touch-up' }).click();
  const letter = [300, 800] as const;
  expect(await colourAt(...letter)).toEqual(brown);
  await setValue(page, 'Brush size', '120');
  await dragSheet([300, 700], [300, 900]);
  await saved(page);
  await sharp(page);
  expect(await colourAt(...letter)).not.toEqual(brown);
  await page.getByTestId('mat').focus();
  await page.keyboard.press('q');
  await dragSheet([300, 700], [300, 900]);
  await saved(page);
  await sharp(page);
  expect(await colourAt(...letter)).toEqual(brown);
});

test('a veil is shown alone on a swatch of any colour', async () => {
  const inJar = [945, 850] as const;
  const wall = [100, 100] as const;
  const jar = await colourAt(...inJar);
  await lookAtVeil(page, 'colour', '#000000');
  expect([await colourAt(...wall), await colourAt(...inJar)]).toEqual([[0, 0, 0], jar]);
  await lookAtVeil(page, 'colour', '#ffffff');
  expect(await colourAt(...wall)).toEqual([255, 255, 255]);
  await lookAtVeil(page, 'picture');
});

test('a trace along an edge from border to border closes by itself, to the lower side', async () => {
  await page.goto(`${studio.url}/piece/demo-low-sun/3`);
  await sharp(page);
  await page.getByRole('button', { name: 'Add a veil' }).click();
  for (const [x, y] of [
    [3, 856],
    [560, 844],
    [850, 856],
    [1200, 892],
    [1560, 938],
    [1797, 956],
  ]) {
    await clickSheet(page, x, y);
  }
  await page.getByText('Contour 1: 6 points', { exact: true }).waitFor({ timeout: patience });
  await page.getByRole('button', { name: 'Other side' }).waitFor();
  await lookAtVeil(page, 'colour', '#000000');
  expect(await colourAt(900, 300)).toEqual([0, 0, 0]);
  expect(await colourAt(900, 1100)).not.toEqual([0, 0, 0]);
  await lookAtVeil(page, 'picture');
});

test('tracing by keyboard alone', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/3`);
  await sharp(page);
  await page.getByRole('button', { name: 'Add a veil' }).click();
  await page.getByTestId('mat').focus();
  const walk = async (key: string, times: number): Promise<void> => {
    for (let i = 0; i < times; i++) await page.keyboard.press(`Shift+${key}`);
  };
  for (const [key, times] of [
    ['ArrowUp', 20],
    ['ArrowRight', 20],
    ['ArrowDown', 20],
  ] as const) {
    await walk(key, times);
    await changing(page, () => page.keyboard.press('Shift+Enter'));
  }
  await page.keyboard.press('Shift+End');
  await page.getByText('Contour 1: 3 points', { exact: true }).waitFor();
  await lookAtVeil(page, 'colour', '#000000');
  // A triangle with corners at (900, 400), (1100, 400) and (1100, 600).
  expect(await colourAt(1050, 450)).not.toEqual([0, 0, 0]);
  expect(await colourAt(1150, 380)).toEqual([0, 0, 0]);
  await dragSheet([1100, 400], [1300, 200]);
  await saved(page);
  await sharp(page);
  expect(await colourAt(1150, 380)).not.toEqual([0, 0, 0]);
  await lookAtVeil(page, 'picture');
});

test('ink is picked from the photo as a mean', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/4`);
  await sharp(page);
  await page.getByRole('button', { name: 'Pick from the photo' }).click();
  await clickSheet(page, 820, 930);
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="Colour as a CSS value"]')?.value !== '#7a3b22',
  );
  const hex = await page.getByLabel('Colour as a CSS value').inputValue();
  // The jar's green glaze, averaged in linear light over a disc of 24 px, straight from the file.
  const { data } = await readPicture('demo/plates/jar.jpg').raw().toBuffer({ resolveWithObject: true });
  const light = [0, 0, 0];
  let count = 0;
  for (let y = 918; y < 942; y++) {
    for (let x = 808; x < 832; x++) {
      if (Math.hypot(x + 0.5 - 820, y + 0.5 - 930) > 12) continue;
      count++;
      for (let c = 0; c < 3; c++) light[c] += ((data[(y * 1800 + x) * 3 + c] / 255 + 0.055) / 1.055) ** 2.4;
    }
  }
  const truth = light.map((sum) => (1.055 * (sum / count) ** (1 / 2.4) - 0.055) * 255);
  [1, 3, 5].forEach((at, c) => expect(Math.abs(Number.parseInt(hex.slice(at, at + 2), 16) - truth[c])).toBeLessThan(3));
});

test('an export can be cancelled, and leaves nothing behind', async () => {
  const made = (await (
    await page.request.post(`${studio.url}/api/pieces`, {
      data: { name: 'Large', sheet: { width: 18000, height: 18000, ppi: 300, paint: '#ffffff' } },
    })
  ).json()) as { id: string };
  await page.goto(`${studio.url}/piece/${made.id}`);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('button', { name: 'Export PNG' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click({ timeout: patience });
  await page.getByRole('button', { name: 'Export PNG' }).waitFor({ timeout: patience });
  const states = async (): Promise<string[]> => {
    const jobs = await page.request.get(`${studio.url}/api/jobs?about=${made.id}`);
    // Sizes are told beforehand by jobs of their own.
    return ((await jobs.json()) as { kind: string; state: string }[])
      .filter(({ kind }) => kind === 'export')
      .map(({ state }) => state);
  };
  await eventually(async () => !(await states()).includes('running'));
  // One that was cancelled before the order was given does not begin at all.
  expect((await states()).every((state) => state === 'cancelled')).toBe(true);
  await page.keyboard.press('Escape');
});

test('a server that is killed in the middle of the work loses nothing that was saved, and the page goes on saving', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/4`);
  await sharp(page);
  const ended = new Promise((resolve) => studio.process.once('exit', resolve));
  studio.process.kill('SIGKILL');
  await ended;
  await page.getByLabel('Colour as a CSS value').fill('#204060');
  await page.keyboard.press('Enter');
  await page.getByText('Not saved yet. The server cannot be reached').waitFor({ timeout: patience });
  await studio.again();
  await page.getByTestId('saved').waitFor({ timeout: patience });
  const { piece } = (await (await page.request.get(`${studio.url}/api/pieces/demo-woven`)).json()) as {
    piece: { letterings: { ink: { coats: { colour: string }[] } }[] };
  };
  expect(piece.letterings[0].ink.coats[0].colour).toBe('#204060');
  problems.splice(0);
});

test('without a browser: a bundle written by hand renders to the plate and the letters it names', async () => {
  cpSync('demo/plates/jar.jpg', join(folder, 'photo.jpg'));
  cpSync('demo/plates/truth/jar.jar.png', join(folder, 'matte.png'));
  cpSync('demo/faces/archivo-black.ttf', join(folder, 'face.ttf'));
  const written = {
    format: 'inky-veil/piece',
    version: 1,
    name: 'By hand',
    sheet: { width: 1800, height: 1200, ppi: 150, paint: '#ffffff' },
    assets: {
      photo: { kind: 'plate', name: 'photo', path: 'photo.jpg' },
      cut: { kind: 'matte', name: 'cut', path: 'matte.png' },
      face: { kind: 'face', name: 'face', path: 'face.ttf' },
    },
    plates: [{ id: 'p', name: 'photo', asset: 'photo', scale: 1, x: 0, y: 0 }],
    letterings: [
      {
        id: 'w',
        name: 'w',
        words: { text: 'MMMM', face: 'face', size: 520, leading: 1, tracking: 0, alignment: 'centre' },
        stance: { x: 900, y: 800, rotation: 0, scale: 1 },
        ink: { coats: [{ kind: 'solid', colour: '#00ff00', opacity: 1 }] },
      },
    ],
    veils: [{ id: 'v', name: 'jar', plate: 'p', contours: [], matte: 'cut', feather: 0, strokes: [] }],
    depth: ['w', 'v'],
  };
  writeFileSync(join(folder, 'piece.json'), JSON.stringify(written));
  const out = join(folder, 'out.png');
  const render = (...args: string[]) =>
    spawnSync('npm', ['run', '--silent', 'render', '--', ...args], {
      encoding: 'utf8',
      env: { ...process.env, NODE_OPTIONS: '', INKY_DATA: studio.data },
    });
  expect(render(join(folder, 'piece.json'), '--out', out)).toMatchObject({ status: 0 });
  const [made, plate] = await Promise.all(
    [out, 'demo/plates/jar.jpg'].map((path) => readPicture(path).removeAlpha().raw().toBuffer()),
  );
  const at = (data: Buffer, x: number, y: number): number[] => [
    ...data.subarray((y * 1800 + x) * 3, (y * 1800 + x) * 3 + 3),
  ];
  expect(at(made, 945, 850)).toEqual(at(plate, 945, 850));
  expect(at(made, 100, 100)).toEqual(at(plate, 100, 100));
  let green = 0;
  for (let y = 640; y < 960; y += 3)
    for (let x = 0; x < 1800; x += 3) if (String(at(made, x, y)) === '0,255,0') green++;
  expect(green).toBeGreaterThan(5000);
  const half = join(folder, 'half.jpg');
  expect(render(folder, '--out', half, '--scale', '0.5')).toMatchObject({ status: 0 });
  expect(await readPicture(half).metadata()).toMatchObject({ width: 900, height: 600, density: 150 });
  // From the store, by id: the same pixels as the export.
  expect(render('demo-woven', '--out', out)).toMatchObject({ status: 0 });
  expect((await readPicture(readFileSync(out)).metadata()).width).toBe(1800);
  for (const args of [
    ['no-such-piece', '--out', out],
    [folder, '--out', join(folder, 'x.gif')],
    [folder, '--out', out, '--scale', '0'],
    [],
  ]) {
    const refused = render(...args);
    expect(refused.status).toBe(1);
    expect(refused.stderr).toMatch(/not on the Shelf|must end in|it goes from|Saves a piece/);
    expect(refused.stderr).not.toMatch(/\n\s+at /);
  }
});

test('the page has raised no errors', () => {
  expect(problems).toEqual([]);
});
