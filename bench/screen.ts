import type { Browser, Page } from 'playwright-core';
import sharp from 'sharp';
import { onScreen, sharp as drawn, type RunningStudio } from '../e2e/studio';
import { pieceAt } from './exports';
import { largePlate } from './material';
import { lookAt, pace } from './pace';
import { median, percentile, printRow, printValue, timed } from './rows';

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
      await drawn(page);
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
  await page.evaluate(() => {
    const watched = window as unknown as {
      frames: { frameMs: number; sharp: boolean; at: number }[];
      longTasks: number[];
    };
    watched.frames = [];
    watched.longTasks = [];
    window.addEventListener('inky-veil-frame', (event) =>
      watched.frames.push({ ...(event as CustomEvent).detail, at: performance.now() }),
    );
    new PerformanceObserver((list) =>
      watched.longTasks.push(...list.getEntries().map((entry) => entry.duration)),
    ).observe({ entryTypes: ['longtask'] });
  });
  const start = await onScreen(page, (hold[0] * width) / 1800, (hold[1] * width) / 1800);
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  for (let i = 0; i < 60; i++) {
    await page.mouse.move(start.x - i * 2, start.y + Math.sin(i / 6) * 30);
    await pace(30);
  }
  await pace(200);
  const released = await page.evaluate(() => performance.now());
  await page.mouse.up();
  await lookAt(page);
  const { frames, longTasks } = await page.evaluate(() => {
    const watched = window as unknown as {
      frames: { frameMs: number; sharp: boolean; at: number }[];
      longTasks: number[];
    };
    return { frames: watched.frames, longTasks: watched.longTasks };
  });
  const dragged = frames.filter(({ at }) => at < released).map(({ frameMs }) => frameMs);
  const sharpAfter = frames.find(({ sharp: isSharp, at }) => isSharp && at >= released);
  const peer = await canvasFrame(page);
  printRow({
    name: `one frame while a word is dragged in ${demo}, 24 megapixels (median of ${dragged.length})`,
    ours_ms: median(dragged),
    peer: 'canvas: drawImage, fillText, drawImage',
    peer_ms: peer,
  });
  printValue('  95th percentile', percentile(dragged, 0.95), 'ms');
  printValue('  sharp again after letting go', sharpAfter ? sharpAfter.at - released : 0, 'ms');
  printValue('  longest task of the page’s main thread', Math.max(0, ...longTasks), 'ms');
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
