import { expect, test } from '@jest/globals';
import type { Page, Route } from 'playwright-core';
import type { Piece } from '../core/piece/schema';
import { drawOver, whenSolved } from './sheet';
import { patience, saved, setValue, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
visit((made) => ({ studio, page } = made));

const orders = '**/api/pieces/*/orders';

interface Stored {
  piece: Piece;
  history: string[];
  historyAt: number;
}
const stored = async (): Promise<Stored> =>
  (await (await page.request.get(`${studio.url}/api/pieces/demo-low-sun`)).json()) as Stored;
const stance = async () => (await stored()).piece.letterings[0].stance;

async function openStance(): Promise<void> {
  await page.goto(`${studio.url}/piece/demo-low-sun/2`);
  await sharp(page);
}

test('an edit made while an undo is on its way is kept, and nobody is told of another tab', async () => {
  await openStance();
  await setValue(page, 'Rotation', '3');
  await saved(page);
  await page.route(orders, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await setValue(page, 'Rotation', '11');
  expect(await page.getByTestId('saved').count()).toBe(0);
  await saved(page);
  await page.unroute(orders);
  expect((await stance()).rotation).toBe(11);
  expect((await stored()).history.filter((label) => /turn|rotat/i.test(label))).toHaveLength(1);
  expect(await page.getByText('open in another tab').count()).toBe(0);
});

test('answers that are lost cost nothing: the edit and the two behind it are stored, once each', async () => {
  await openStance();
  const before = (await stored()).historyAt;
  let lost = 0;
  // The server carries it out, and the page never hears of it.
  const lose = async (route: Route): Promise<void> => {
    if (lost++ > 0) return route.continue();
    await route.fetch();
    await route.abort();
  };
  await page.route(orders, lose);
  await setValue(page, 'Rotation', '5');
  await setValue(page, 'Scale', '77');
  await setValue(page, 'Rotation', '6');
  await saved(page);
  await page.unroute(orders);
  expect(lost).toBe(4);
  expect((await stored()).historyAt).toBe(before + 3);
  expect(await stance()).toMatchObject({ rotation: 6, scale: 0.77 });
  expect(await page.getByText('open in another tab').count()).toBe(0);
});

test('a new name given on the Shelf reaches the open tab, and costs it nothing', async () => {
  await openStance();
  const shelf = await page.context().newPage();
  await shelf.goto(studio.url);
  await shelf.getByText('Low sun', { exact: true }).dblclick();
  await shelf.keyboard.type('Dunes');
  await shelf.keyboard.press('Enter');
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="Name of the piece"]')?.value === 'Dunes',
  );
  await shelf.close();
  await setValue(page, 'Rotation', '9');
  await saved(page);
  expect((await stored()).piece.name).toBe('Dunes');
  expect((await stance()).rotation).toBe(9);
});

test('why something cannot be saved is said, and it is saved as soon as it can be', async () => {
  await openStance();
  await page.route(orders, (route) =>
    route.fulfill({
      status: 507,
      json: { message: 'The disk is full. Nothing was changed; make room and try again.' },
    }),
  );
  await setValue(page, 'Rotation', '4');
  await page.getByText(/Not saved yet\. The disk is full/).waitFor();
  expect(await page.getByText(/cannot be reached/).count()).toBe(0);
  await page.unroute(orders);
  await saved(page);
  expect((await stance()).rotation).toBe(4);
});

test('leaving for the Shelf while the server is away loses nothing', async () => {
  await openStance();
  let away = true;
  await page.route(orders, (route) => (away ? route.abort() : route.continue()));
  await setValue(page, 'Rotation', '13');
  await page.getByText(/Not saved yet/).waitFor();
  await page.getByRole('link', { name: 'Inky Veil' }).click();
  await page.getByRole('button', { name: 'Open Woven' }).waitFor();
  away = false;
  // The page sends it again by itself.
  await page.waitForResponse((response) => response.url().endsWith('/orders') && response.ok());
  expect((await stance()).rotation).toBe(13);
});

/** A new piece on the jar, with line 3 open and the scribble in the hand. */
async function scribblingOnJar(): Promise<void> {
  await page.goto(studio.url);
  await page.getByLabel('Photograph file').first().setInputFiles('demo/plates/jar.jpg');
  await page.waitForURL(/\/piece\/.*\/1$/, { timeout: patience });
  await page.goto(page.url().replace(/\/1$/, '/3'));
  await sharp(page);
  await page.getByRole('button', { name: 'Scribble', exact: true }).click();
}

/** Holds back what cuts are solved to. @returns what lets it come */
async function holdCuts(): Promise<() => void> {
  let give = (): void => undefined;
  const coming = new Promise<void>((resolve) => (give = resolve));
  await page.route('**/api/cuts/scribble', async (route) => {
    await coming;
    await route.continue();
  });
  return () => give();
}

const strokes = () => page.getByTestId('mat').locator('[data-testid=mark]');

test('a stroke stays, says that it is being solved, and is taken back at once by its own name', async () => {
  await scribblingOnJar();
  const give = await holdCuts();
  await drawOver(page, [900, 700], [900, 900]);
  expect(await strokes().count()).toBe(1);
  await page.getByTestId('solving').waitFor();
  await page.getByTestId('card-solving').waitFor();
  await page.getByRole('status').getByText('Solving the cut').first().waitFor();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).hover();
  await page.getByText('Undo “Mark what stands in front”').first().waitFor();
  await page.keyboard.press('Control+z');
  expect(await strokes().count()).toBe(0);
  await page.keyboard.press('Control+Shift+z');
  expect(await strokes().count()).toBe(1);
  await saved(page);
  // A reload in the middle of it loses nothing either.
  await page.reload();
  await page.getByTestId('solving').waitFor();
  await page.getByRole('button', { name: 'Scribble', exact: true }).click();
  expect(await strokes().count()).toBe(1);
  give();
  await whenSolved(page);
  await page.unroute('**/api/cuts/scribble');
  expect(await page.getByText('Still to be solved').count()).toBe(0);
});

test('an export waits for the cut that is being solved', async () => {
  await scribblingOnJar();
  const give = await holdCuts();
  await drawOver(page, [900, 700], [900, 900]);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const download = page.waitForEvent('download', { timeout: patience });
  await page.getByRole('button', { name: 'Export PNG' }).click();
  await page.getByText('First: solving the cut').waitFor();
  const id = /piece\/([^/]+)/.exec(page.url())![1];
  const jobs = async () =>
    ((await (await page.request.get(`${studio.url}/api/jobs?about=${id}`)).json()) as { kind: string }[]).filter(
      ({ kind }) => kind === 'export',
    );
  expect(await jobs()).toEqual([]);
  give();
  expect((await download).suggestedFilename()).toBe('jar.png');
  expect(await jobs()).toHaveLength(1);
  const { piece } = (await (await page.request.get(`${studio.url}/api/pieces/${id}`)).json()) as Stored;
  expect(piece.veils[0].cuts[0]).toMatchObject({ kind: 'scribble', coarse: false, matte: expect.any(String) });
  await page.unroute('**/api/cuts/scribble');
});
