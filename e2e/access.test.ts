import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test } from '@jest/globals';
import type { AxeResults } from 'axe-core';
import type { Page } from 'playwright-core';
import { sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
visit((made) => ({ studio, page } = made));

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What axe finds on the page as it is: rule, and the elements it is about. */
async function found(): Promise<string[]> {
  await page.evaluate(axe);
  const { violations } = await page.evaluate(() =>
    (globalThis as unknown as { axe: { run(): Promise<AxeResults> } }).axe.run(),
  );
  return violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
}

test('nothing is found on the Shelf, in its dialog, and in the type case', async () => {
  await page.goto(studio.url);
  await page.getByRole('button', { name: 'Open Woven' }).waitFor();
  expect(await found()).toEqual([]);
  await page.getByRole('button', { name: 'New piece', exact: true }).click();
  await page.getByRole('dialog').waitFor();
  expect(await found()).toEqual([]);
  await page.keyboard.press('Escape');
  await page.goto(`${studio.url}/faces`);
  await page.getByTestId('face').first().waitFor();
  // Words are faint until their face has come.
  await page.waitForFunction(() => [...document.fonts].every(({ status }) => status !== 'loading'));
  await page.waitForFunction(
    () =>
      ![...document.querySelectorAll('[data-testid=face] span')].some((one) => getComputedStyle(one).opacity !== '1'),
  );
  expect(await found()).toEqual([]);
});

test('nothing is found on any line of the bench', async () => {
  const all: string[] = [];
  for (const line of ['', '/0', '/1', '/2', '/3', '/4', '/5', '/9']) {
    await page.goto(`${studio.url}/piece/demo-woven${line}`);
    await sharp(page);
    await page.waitForFunction(() => !document.querySelector('[aria-busy=true]'));
    for (const one of await found()) all.push(`${line} ${one}`);
  }
  expect(all).toEqual([]);
});

test('nothing is found on the Proof page, and in its dialog', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/proof`);
  await page.waitForFunction(
    () => document.querySelector<HTMLElement>('[data-testid=proof]')?.dataset.ready === 'true',
  );
  await page.getByText('Being measured').first().waitFor({ state: 'detached' });
  expect(await found()).toEqual([]);
  await page.getByRole('button', { name: 'Contact sheet' }).click();
  await page.getByLabel('Caption of As set').waitFor();
  expect(await found()).toEqual([]);
  await page.keyboard.press('Escape');
  await page.goto(`${studio.url}/piece/demo-woven`);
  await sharp(page);
});

test('nothing is found in the dialogs of the bench', async () => {
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('dialog').waitFor();
  expect(await found()).toEqual([]);
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Help and keys' }).click();
  await page.getByRole('dialog').waitFor();
  expect(await found()).toEqual([]);
  await page.keyboard.press('Escape');
});

test('at twice the size nothing scrolls sideways', async () => {
  await page.setViewportSize({ width: 640, height: 400 });
  for (const path of ['/', '/faces', '/piece/demo-woven/3']) {
    await page.goto(`${studio.url}${path}`);
    await page.locator('main, nav').first().waitFor();
    const { inside, shown } = await page.evaluate(() => ({
      inside: document.documentElement.scrollWidth,
      shown: document.documentElement.clientWidth,
    }));
    expect([path, inside]).toEqual([path, shown]);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
});
