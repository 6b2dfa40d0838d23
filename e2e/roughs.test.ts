import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import readPicture from 'sharp';
import type { Piece } from '../core/piece/schema';
import { patience, saved, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const roughs = () => page.getByTestId('rough');
const pieceId = (): string => /piece\/([^/]+)/.exec(page.url())![1];
const stored = async (): Promise<Piece> =>
  ((await (await page.request.get(`${studio.url}/api/pieces/${pieceId()}`)).json()) as { piece: Piece }).piece;

test('from a dropped photograph to an exported rough: words, show, take, export', async () => {
  await page.goto(studio.url);
  await page.getByRole('link', { name: 'Roughs' }).click();
  await page.getByRole('heading', { name: 'Roughs' }).waitFor();
  await page.getByLabel('Photograph file').setInputFiles('demo/plates/dune.jpg');
  await page.getByText('1800 × 1200 px').waitFor({ timeout: patience });
  await page.getByLabel('Words', { exact: true }).fill('Kite week');
  await page.keyboard.press('Control+Enter');
  await roughs().first().waitFor({ timeout: patience });
  await page.getByRole('button', { name: 'Take this one' }).click();
  await page.waitForURL(/\/piece\//, { timeout: patience });
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('button', { name: 'PNG', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('button', { name: 'Export PNG' }).click(),
  ]);
  const bytes = readFileSync(await download.path());
  const { width, height } = await readPicture(bytes).metadata();
  expect([width, height]).toEqual([1800, 1200]);
  // The words are in it: it differs from the photograph.
  const read = (input: Buffer | string) => readPicture(input).removeAlpha().resize(180, 120).raw().toBuffer();
  const [made, photograph] = await Promise.all([read(bytes), read('demo/plates/dune.jpg')]);
  const changed = made.filter((value, i) => Math.abs(value - photograph[i]) > 40).length / made.length;
  expect(changed).toBeGreaterThan(0.02);
  await page.keyboard.press('Escape');
  const piece = await stored();
  expect(piece.letterings[0].words.text.replace(/\s+/g, ' ')).toBe('Kite week');
});

test('the others wait: six of several kinds, pointing shows one large, another one opens with these as versions', async () => {
  await page.goBack();
  await page.getByRole('heading', { name: 'Roughs' }).waitFor();
  await roughs().nth(5).waitFor({ timeout: patience });
  const titles = await roughs().allTextContents();
  expect(new Set(titles).size).toBeGreaterThanOrEqual(4);
  await roughs().nth(3).hover();
  await page.getByRole('heading', { name: titles[3], level: 2 }).waitFor();
  // By keyboard: Enter chooses, and it stays when the pointer leaves.
  await roughs().nth(4).focus();
  await page.keyboard.press('Enter');
  await page.mouse.move(5, 5);
  await page.getByRole('heading', { name: titles[4], level: 2 }).waitFor();
  await page.getByRole('button', { name: 'Take this one' }).click();
  await page.waitForURL(/\/piece\//, { timeout: patience });
  const versions = (await (
    await page.request.get(`${studio.url}/api/pieces/${pieceId()}/versions`)
  ).json()) as unknown[];
  expect(versions).toHaveLength(5);
  await saved(page);
});

test('more like one keeps its kind, what is locked stays; words without a photograph wait', async () => {
  await page.goBack();
  await roughs().nth(5).waitFor({ timeout: patience });
  const calm = page.getByRole('button', { name: 'In a calm place' }).first();
  await calm.click();
  await page.getByRole('checkbox', { name: 'Face' }).check();
  await page.mouse.move(5, 5);
  await page.getByRole('button', { name: 'More like this' }).click();
  await page.getByRole('progressbar').waitFor();
  await roughs().first().waitFor({ timeout: patience });
  await page.getByRole('progressbar').waitFor({ state: 'detached', timeout: patience });
  expect(new Set(await roughs().allTextContents())).toEqual(new Set(['In a calm place']));

  await page.goto(`${studio.url}/roughs`);
  await page.getByLabel('Words', { exact: true }).fill('Kite');
  expect(await page.getByRole('button', { name: 'Show roughs' }).isDisabled()).toBe(true);
  await page.goto(`${studio.url}/roughs?shown=nothing`);
  await page.getByText('These roughs are no longer there').waitFor();
  problems.splice(0);
});
