import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { patience, setValue, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
visit((made) => ({ studio, page } = made));

/** Makes every worker that draws end with an error. */
async function breakRenderWorkers(): Promise<number> {
  const workers = page.workers().filter((worker) => worker.url().includes('renderWorker'));
  for (const worker of workers) {
    await worker.evaluate(() => {
      setTimeout(() => {
        throw new Error('broken for a test');
      });
    });
  }
  return workers.length;
}

const letterColour = (): Promise<number[]> =>
  page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!;
    // The lower part, where the chosen word stands; the other one keeps its colour.
    const from = Math.round(canvas.height * 0.45);
    const { data } = canvas.getContext('2d')!.getImageData(0, from, canvas.width, canvas.height - from);
    const seen = [0, 0];
    for (let i = 0; i < data.length; i += 4) {
      seen[0] += Number(data[i] === 0x7a && data[i + 1] === 0x3b && data[i + 2] === 0x22);
      seen[1] += Number(data[i] === 0x20 && data[i + 1] === 0x40 && data[i + 2] === 0x60);
    }
    return seen;
  });

test('workers that fail are replaced, and the next picture is there as if nothing had been', async () => {
  await page.goto(`${studio.url}/piece/demo-woven/4`);
  await sharp(page);
  expect((await letterColour())[0]).toBeGreaterThan(1000);
  expect(await breakRenderWorkers()).toBeGreaterThan(0);
  await page.getByLabel('Colour as a CSS value').fill('#204060');
  await page.keyboard.press('Enter');
  await sharp(page);
  const [brown, blue] = await letterColour();
  expect(blue).toBeGreaterThan(1000);
  expect(brown).toBe(0);
  expect(await page.getByText('could not be drawn').count()).toBe(0);
});

test('what cannot be drawn at the second try either is told, and the piece is unharmed', async () => {
  let asked = 0;
  await page.route('**/api/assets/*/tiles/**', (route) => {
    asked++;
    return route.abort();
  });
  await page.goto(`${studio.url}/piece/demo-low-sun/2`);
  await page.getByText('could not be drawn, though it was tried twice').waitFor({ timeout: patience });
  expect(asked).toBeGreaterThan(1);
  await page.unroute('**/api/assets/*/tiles/**');
  // Once the server can be reached again, the next change draws it.
  await setValue(page, 'Rotation', '3');
  await sharp(page);
  const { piece } = (await (await page.request.get(`${studio.url}/api/pieces/demo-low-sun`)).json()) as {
    piece: { letterings: unknown[] };
  };
  expect(piece.letterings).toHaveLength(2);
});
