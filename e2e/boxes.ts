import type { Page } from 'playwright-core';
import { sharp, type RunningStudio } from './studio';

/** A box that stands in for words: its middle and its sides, sheet px. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
  /** Dark violet where it is left out. */
  colour?: string;
}

/** A plain sheet with boxes that stand in for words: their corners and sides are easy to tell. */
export async function boxesOn(page: Page, studio: RunningStudio, boxes: readonly Box[], line: number): Promise<string> {
  const letterings = boxes.map(({ x, y, width, height, colour }, i) => ({
    id: `box-${i + 1}`,
    name: `box ${i + 1}`,
    words: {
      text: '',
      face: '',
      size: width,
      leading: 1,
      tracking: 0,
      alignment: 'centre',
      shape: { kind: 'box', height: height / width, rounding: 0 },
    },
    stance: { x, y, rotation: 0, scale: 1 },
    ink: { coats: [{ kind: 'solid', colour: colour ?? '#402060', opacity: 1 }] },
  }));
  const piece = {
    format: 'inky-veil/piece',
    version: 2,
    name: 'Boxes',
    sheet: { width: 1200, height: 800, ppi: 100, paint: '#ffffff' },
    assets: {},
    plates: [],
    letterings,
    veils: [],
    depth: letterings.map(({ id }) => id),
  };
  const { id } = (await (
    await page.request.post(`${studio.url}/api/pieces/copy`, { data: { piece }, headers: { origin: studio.url } })
  ).json()) as { id: string };
  await page.goto(`${studio.url}/piece/${id}/${line}`);
  await sharp(page);
  return id;
}
