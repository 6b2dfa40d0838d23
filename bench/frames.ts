import type { Page } from 'playwright-core';
import { median, percentile, printRow, printValue } from './rows';

interface Watched {
  frames: { frameMs: number; sharp: boolean; at: number }[];
  longTasks: number[];
}

/** What a page has drawn while something was dragged. */
export interface DraggedFrames {
  /** From each change to its drawn picture, ms. */
  frames: number[];
  /** From letting go to the sharp picture, ms. */
  sharpAfter: number;
  /** The longest task of the page's main thread, ms. */
  longest: number;
  /** Frames that were drawn in a second of the drag. */
  perSecond: number;
}

/** Begins to note what a page draws. */
export const watchFrames = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const watched = window as unknown as Watched;
    watched.frames = [];
    watched.longTasks = [];
    window.addEventListener('inky-veil-frame', (event) =>
      watched.frames.push({ ...(event as CustomEvent).detail, at: performance.now() }),
    );
    new PerformanceObserver((list) =>
      watched.longTasks.push(...list.getEntries().map((entry) => entry.duration)),
    ).observe({ entryTypes: ['longtask'] });
  });

/** @param drag moves something that is held @param letGo lets go of it, and waits for the sharp picture */
export async function framesWhile(
  page: Page,
  drag: () => Promise<void>,
  letGo: () => Promise<void>,
): Promise<DraggedFrames> {
  const begun = await page.evaluate(() => performance.now());
  await drag();
  const released = await page.evaluate(() => performance.now());
  await letGo();
  const { frames, longTasks } = await page.evaluate(() => {
    const { frames: drawn, longTasks: tasks } = window as unknown as Watched;
    return { frames: drawn, longTasks: tasks };
  });
  const dragged = frames.filter(({ at }) => at > begun && at < released);
  const sharp = frames.find((frame) => frame.sharp && frame.at >= released);
  return {
    frames: dragged.map(({ frameMs }) => frameMs),
    sharpAfter: sharp ? sharp.at - released : 0,
    longest: Math.max(0, ...longTasks),
    perSecond: (dragged.length * 1000) / (released - begun),
  };
}

/** @param peer the browser's own canvas in the same view, ms */
export function printFrames(name: string, drawn: DraggedFrames, peer: number): void {
  printRow({
    name: `${name} (median of ${drawn.frames.length})`,
    ours_ms: median(drawn.frames),
    peer: 'canvas: drawImage, fillText, drawImage',
    peer_ms: peer,
  });
  printValue('  95th percentile', percentile(drawn.frames, 0.95), 'ms');
  printValue('  frames a second', drawn.perSecond, '/s');
  printValue('  sharp again after letting go', drawn.sharpAfter, 'ms');
  printValue('  longest task of the page’s main thread', drawn.longest, 'ms');
}
