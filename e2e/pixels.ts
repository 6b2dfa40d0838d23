import type { Page } from 'playwright-core';

/** Where px of one colour are on the mat's canvas, screen px. */
export interface Found {
  count: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** All px of the mat that are within `within` of a colour, 0..255 for each channel. */
export function findColour(page: Page, colour: readonly [number, number, number], within = 2): Promise<Found> {
  return page.evaluate(
    ([wanted, limit]) => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=mat] canvas')!;
      const { width, height } = canvas;
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
      const found = { count: 0, left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
      for (let i = 0; i < data.length; i += 4) {
        if (
          Math.abs(data[i] - wanted[0]) > limit ||
          Math.abs(data[i + 1] - wanted[1]) > limit ||
          Math.abs(data[i + 2] - wanted[2]) > limit
        )
          continue;
        const [x, y] = [(i / 4) % width, Math.floor(i / 4 / width)];
        found.count++;
        found.left = Math.min(found.left, x);
        found.right = Math.max(found.right, x);
        found.top = Math.min(found.top, y);
        found.bottom = Math.max(found.bottom, y);
      }
      return found;
    },
    [colour, within] as const,
  );
}

/** The zoom of the sheet, screen px for each px of it. */
export async function zoomOf(page: Page): Promise<number> {
  return Number((await page.getByTestId('mat').getAttribute('data-view'))!.split(' ')[0]);
}
