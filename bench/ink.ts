import type { Browser, Page } from 'playwright-core';
import type { RunningStudio } from '../e2e/studio';
import { pieceAt } from './exports';
import { lookAt, pace } from './pace';
import { median, percentile, printRow, printValue } from './rows';
import { canvasFrame, view } from './screen';

/** A frame as the page tells of it, and when it came. */
interface Frame {
  frameMs: number;
  at: number;
}

/** A coat is changed and an outline widened on 24 megapixels: from the change to the frame that shows it. */
export async function benchInk(studio: RunningStudio, browser: Browser): Promise<void> {
  await changingCoats(studio, browser);
  for (const demo of ['woven', 'low-sun'] as const) await wideningOutline(studio, browser, demo);
}

async function openAt(studio: RunningStudio, browser: Browser, demo: 'woven' | 'low-sun', line: number): Promise<Page> {
  const page = await browser.newPage({ viewport: view });
  await page.goto(`${studio.url}/piece/${await pieceAt(studio, demo, 6000)}/${line}`);
  await lookAt(page);
  await page.evaluate(() => {
    const watched = window as unknown as { frames: Frame[]; changed: number; shown: number[] };
    Object.assign(watched, { frames: [], shown: [], changed: 0 });
    document.addEventListener('keydown', () => (watched.changed = performance.now()), true);
    window.addEventListener('inky-veil-frame', (event) => {
      watched.frames.push({ ...(event as CustomEvent).detail, at: performance.now() });
      if (watched.changed) watched.shown.push(performance.now() - watched.changed);
      watched.changed = 0;
    });
  });
  await lookAt(page);
  return page;
}

async function changingCoats(studio: RunningStudio, browser: Browser): Promise<void> {
  for (const coats of ['one colour', 'colour, gradient, pattern'] as const) {
    const page = await openAt(studio, browser, 'woven', 4);
    if (coats !== 'one colour')
      for (const name of ['Gradient', 'Pattern']) await page.getByRole('button', { name, exact: true }).first().click();
    await lookAt(page);
    await page.getByLabel(coats === 'one colour' ? 'Opacity of Coat 1' : 'Opacity of Coat 2').focus();
    await page.evaluate(() => ((window as unknown as { shown: number[] }).shown = []));
    for (let i = 0; i < 30; i++) {
      await page.keyboard.press('ArrowDown');
      await pace(180);
    }
    const shown = await page.evaluate(() => (window as unknown as { shown: number[] }).shown);
    printRow({
      name: `a coat’s opacity changed on 24 megapixels (${coats}), key to frame (median of ${shown.length}; target 50 ms)`,
      ours_ms: median(shown),
      peer: 'canvas: drawImage, fillText, drawImage',
      peer_ms: await canvasFrame(page),
    });
    printValue('  95th percentile', percentile(shown, 0.95), 'ms');
    await page.close();
  }
}

async function wideningOutline(studio: RunningStudio, browser: Browser, demo: 'woven' | 'low-sun'): Promise<void> {
  const page = await openAt(studio, browser, demo, 5);
  await page.getByRole('button', { name: 'Outside, for readability' }).click();
  await lookAt(page);
  const ring = await page.locator('svg title', { hasText: 'Width of outline 1' }).locator('..').boundingBox();
  const [x, y] = [ring!.x + ring!.width / 2, ring!.y + ring!.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const from = await page.evaluate(() => performance.now());
  for (let i = 0; i < 90; i++) {
    await page.mouse.move(x - 6 + 12 * Math.sin(i / 7), y);
    await pace(4);
  }
  const to = await page.evaluate(() => performance.now());
  await page.mouse.up();
  const frames = (await page.evaluate(() => (window as unknown as { frames: Frame[] }).frames)).filter(
    ({ at }) => at > from && at < to,
  );
  const times = frames.map(({ frameMs }) => frameMs);
  printRow({
    name: `one frame while an outline is widened in ${demo}, 24 megapixels (median of ${times.length})`,
    ours_ms: median(times),
    peer: 'canvas: drawImage, fillText, drawImage',
    peer_ms: await canvasFrame(page),
  });
  printValue('  95th percentile', percentile(times, 0.95), 'ms');
  printValue('  frames per second (target 20)', (frames.length / (to - from)) * 1000, '');
  await page.close();
}
