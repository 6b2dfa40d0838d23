import type { Browser } from 'playwright-core';
import { setWords } from '../core/passes/words/render';
import { plainWords } from '../core/passes/words/schema';
import type { Materials } from '../core/graph/materials';
import { shippedFace } from '../core/testing/faces';
import type { RunningStudio } from '../e2e/studio';
import { pieceAt } from './exports';
import { lookAt, pace } from './pace';
import { median, percentile, printRow, printValue } from './rows';
import { canvasFrame, view } from './screen';

/**
 * A word of 12 letters is retyped on a 24-megapixel plate: from each key to the frame that shows it. And a lockup at
 * one width is solved.
 */
export async function benchWords(studio: RunningStudio, browser: Browser): Promise<void> {
  await retype(studio, browser);
  await lockup(browser);
}

async function retype(studio: RunningStudio, browser: Browser): Promise<void> {
  const id = await pieceAt(studio, 'low-sun', 6000);
  const page = await browser.newPage({ viewport: view });
  await page.goto(`${studio.url}/piece/${id}/1`);
  await lookAt(page);
  const field = page.getByLabel('Words on the sheet');
  await field.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('AMBERSHAWK');
  await lookAt(page);
  await page.evaluate(() => {
    const watched = window as unknown as { pressed: number; shown: number[] };
    watched.shown = [];
    document.addEventListener('keydown', () => (watched.pressed = performance.now()), true);
    window.addEventListener('inky-veil-frame', () => {
      if (watched.pressed) watched.shown.push(performance.now() - watched.pressed);
      watched.pressed = 0;
    });
  });
  for (let round = 0; round < 8; round++) {
    for (const key of ['I', 'T', 'Backspace', 'Backspace']) {
      await page.keyboard.press(key);
      await pace(180);
    }
  }
  const times = (): Promise<number[]> => page.evaluate(() => (window as unknown as { shown: number[] }).shown);
  const shown = await times();
  for (let round = 0; round < 12; round++) {
    await page.keyboard.press(round % 2 === 0 ? 'S' : 'Backspace');
    await pace(1600);
  }
  const single = (await times()).slice(shown.length);
  printRow({
    name: `retyping a word of 12 letters on 24 megapixels, key to frame (median of ${shown.length})`,
    ours_ms: median(shown),
    peer: 'canvas: drawImage, fillText, drawImage',
    peer_ms: await canvasFrame(page),
  });
  printValue('  95th percentile (target 60 ms)', percentile(shown, 0.95), 'ms');
  printValue('  a single key after a rest (median of 12)', median(single), 'ms');
  printValue('  and its slowest', Math.max(...single), 'ms');
  await page.close();
}

const lines = ['AMBERSHAW', 'KILN & KITE', 'WEEK', 'FIRED ALOFT', 'THROWN BY HAND'];

async function lockup(browser: Browser): Promise<void> {
  const face = shippedFace('bowlby-one');
  const materials: Materials = {
    face: () => face,
    picture: () => {
      throw new Error('No pictures here.');
    },
  };
  const times = Array.from({ length: 200 }, (_, i) => {
    const words = plainWords({
      text: lines.join('\n'),
      face: 'face',
      size: 200,
      leading: 1,
      tracking: 0.001 * (i % 7),
      alignment: 'centre',
      lockup: { kind: 'one-width', width: 1500, gap: 0.02 },
    });
    const from = performance.now();
    setWords(words, materials);
    return performance.now() - from;
  });
  const page = await browser.newPage();
  const peer = await page.evaluate((texts) => {
    const context = new OffscreenCanvas(10, 10).getContext('2d')!;
    const all: number[] = [];
    for (let i = 0; i < 200; i++) {
      const from = performance.now();
      context.font = `900 ${200 + (i % 7)}px sans-serif`;
      for (const text of texts) {
        const { actualBoundingBoxLeft, actualBoundingBoxRight } = context.measureText(text);
        new Path2D().moveTo(1500 / (actualBoundingBoxLeft + actualBoundingBoxRight), 0);
      }
      all.push(performance.now() - from);
    }
    return all.sort((a, b) => a - b)[100];
  }, lines);
  printRow({
    name: 'one-width lockup of 5 lines, outlines and all (median of 200; target 10 ms)',
    ours_ms: median(times),
    peer: 'canvas: measureText of the lines, widths only',
    peer_ms: peer,
  });
  printValue('  95th percentile', percentile(times, 0.95), 'ms');
  await page.close();
}
