import { saved } from './studio';
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { convert } from 'fontverter';
import type { Page } from 'playwright-core';
import type { RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
visit((made) => ({ studio, page } = made));

const names = (): Promise<string[]> => page.getByTestId('face').locator('b').allTextContents();

test('the type case: a word of one’s own in every face, sorted by what the job asks for', async () => {
  await page.getByRole('link', { name: 'Type case' }).click();
  await page.getByText('14 faces.').waitFor();
  await page.getByLabel('Word to show').fill('WINDWARD');
  expect(await page.getByTestId('face').first().textContent()).toContain('WINDWARD');
  await page.getByLabel('sorted by').selectOption('width');
  expect((await names())[0]).toBe('Big Shoulders Display Black');
  await page.getByLabel('sorted by').selectOption('inkShare');
  expect((await names()).at(-1)).toBe('Londrina Outline');
  // The chart is drawn.
  expect(await page.locator('aside canvas').count()).toBe(1);
});

test('a face is brought in, set in a word, cannot be taken out while it is in use, and what is no face is refused with its reason', async () => {
  await page.goto(`${studio.url}/faces`);
  const woff2 = await convert(
    readFileSync('node_modules/@fontsource/young-serif/files/young-serif-latin-400-normal.woff2'),
    'woff2',
  );
  await page.getByLabel('Face files').setInputFiles([
    { name: 'mine.woff2', mimeType: 'font/woff2', buffer: woff2 },
    { name: 'letter.ttf', mimeType: 'font/ttf', buffer: Buffer.from('Dear Sir') },
    { name: 'cut.woff2', mimeType: 'font/woff2', buffer: woff2.subarray(0, 2000) },
  ]);
  await page.getByText('15 faces.').waitFor();
  await page.getByText('"letter.ttf" is not a face. Inky Veil reads TTF, OTF, WOFF and WOFF2').waitFor();
  await page.getByText('"cut.woff2" cannot be used. The file is damaged').waitFor();
  await page.goto(`${studio.url}/piece/demo-woven/1`);
  await page.getByRole('button', { name: /^Face: / }).click();
  await page.getByRole('button', { name: /Young Serif/ }).click();
  await page.getByText('Set in Young Serif').waitFor();
  await saved(page);
  await page.goto(`${studio.url}/faces`);
  await page.getByTestId('face').filter({ hasText: 'Young Serif' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Remove from the type case' }).click();
  await page.getByText(/is in use by Woven/).waitFor();
  expect((await names()).some((name) => /Young Serif/.test(name))).toBe(true);
  // One that nobody uses goes, without a complaint.
  await page.getByLabel('Face files').setInputFiles({
    name: 'other.ttf',
    mimeType: 'font/ttf',
    buffer: await convert(
      readFileSync('node_modules/@fontsource-variable/instrument-sans/files/instrument-sans-latin-wght-normal.woff2'),
      'sfnt',
    ),
  });
  await page.getByText('16 faces.').waitFor();
  await page.getByRole('button', { name: 'Remove from the type case' }).click();
  await page.getByText('15 faces.').waitFor();
  expect(await page.getByRole('alert').count()).toBe(0);
});
