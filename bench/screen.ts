import type { Browser, Page } from 'playwright-core';
import sharp from 'sharp';
import { onScreen, sharp as shownSharp, type RunningStudio } from '../e2e/studio';
import { pieceAt } from './exports';
import { largePlate } from './material';
import { framesWhile, printFrames, watchFrames } from './frames';
import { lookAt, pace } from './pace';
import { median, printRow, printValue, timed } from './rows';

export const view = { width: 1280, height: 800 };

/** From handing the page a 24-megapixel JPEG to the first sharp picture of it on the bench. */
export async function benchDrop(studio: RunningStudio, browser: Browser): Promise<void> {
  const path = await largePlate(6000, 4000);
  const page = await browser.newPage({ viewport: view });
  const times: number[] = [];
  for (let round = 0; round < 3; round++) {
    await page.goto(studio.url);
    await page.getByLabel('Photograph file').first().waitFor({ state: 'attached' });
    // Each round brings a file of its own bytes, so that nothing is in the store already.
    const file = `build/bench/drop-${round}.jpg`;
    await sharp(path)
      .withMetadata({ density: 100 + round })
      .jpeg({ quality: 92 })
      .toFile(file);
    const { ms } = await timed(async () => {
      await page.getByLabel('Photograph file').first().setInputFiles(file);
      await shownSharp(page);
    });
    times.push(ms);
  }
  const peer = await timed(() => sharp(path).resize(724, 644, { fit: 'inside' }).raw().toBuffer());
  const whole = await timed(() => sharp(path).raw().toBuffer());
  printRow({
    name: 'drop of a 24-megapixel JPEG to first sharp picture (median of 3)',
    ours_ms: median(times),
    peer: 'sharp: decode whole',
    peer_ms: whole.ms,
  });
  printValue('  sharp shrinking it to the view while decoding', peer.ms, 'ms');
  await page.close();
}

/** Where a word can be taken hold of in each demo piece, sheet px at its own size. */
const demos = [
  { demo: 'low-sun', hold: [1150, 365] },
  { demo: 'woven', hold: [900, 790] },
] as const;

/**
 * Frames while a word is dragged, for each demo piece on a 24-megapixel plate: from the change to the drawn picture.
 */
export async function benchDrag(studio: RunningStudio, browser: Browser): Promise<void> {
  for (const { demo, hold } of demos) await dragIn(studio, browser, demo, hold);
}

async function dragIn(
  studio: RunningStudio,
  browser: Browser,
  demo: (typeof demos)[number]['demo'],
  hold: readonly [number, number],
): Promise<void> {
  const width = 6000;
  const id = await pieceAt(studio, demo, width);
  const page = await browser.newPage({ viewport: view });
  await page.goto(`${studio.url}/piece/${id}/2`);
  await lookAt(page);
  await watchFrames(page);
  const start = await onScreen(page, (hold[0] * width) / 1800, (hold[1] * width) / 1800);
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  const drawn = await framesWhile(
    page,
    async () => {
      for (let i = 0; i < 60; i++) {
        await page.mouse.move(start.x - i * 2, start.y + Math.sin(i / 6) * 30);
        await pace(30);
      }
      await pace(200);
    },
    async () => {
      await page.mouse.up();
      await lookAt(page);
    },
  );
  const peer = await canvasFrame(page);
  printFrames(`one frame while a word is dragged in ${demo}, 24 megapixels`, drawn, peer);
  await page.close();
}

/** The peer: the browser's own canvas redraws a 24-megapixel picture, a word and a cut-out in the size of the view. */
export function canvasFrame(page: Page): Promise<number> {
  return page.evaluate(() => {
    const plate = new OffscreenCanvas(6000, 4000);
    const paint = plate.getContext('2d')!;
    for (let i = 0; i < 400; i++) {
      paint.fillStyle = `hsl(${i * 7} 50% 50%)`;
      paint.fillRect((i * 997) % 6000, (i * 613) % 4000, 700, 500);
    }
    const canvas = new OffscreenCanvas(724, 644);
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    context.imageSmoothingQuality = 'high';
    const times: number[] = [];
    for (let i = 0; i < 20; i++) {
      const from = performance.now();
      context.drawImage(plate, 0, 0, 668, 445);
      context.font = '160px sans-serif';
      context.fillText('ALOFT', 200 + i, 200);
      context.drawImage(plate, 3800, 600, 1000, 1400, 420, 67, 111, 156);
      context.getImageData(0, 0, 1, 1);
      times.push(performance.now() - from);
    }
    return times.sort((a, b) => a - b)[10];
  });
}
