import { rmSync, statSync } from 'node:fs';
import { isPictureFormat } from '../../core/formats/formats';
import { renderTile, tilesOver } from '../../core/graph/tiles';
import { intersect, type Region } from '../../core/pixels/region';
import { saveFile } from '../formats/saveFile';
import { printedArea, type SaveOrder } from '../render/savePicture';
import { startTilePool, type TilePool } from '../render/tilePool';

/** How large files will be is wanted. */
export interface ToldOrder {
  told: true;
  files: readonly SaveOrder[];
}

/** Bytes that a file is expected to have, and between which they will mostly lie. */
export interface ToldSize {
  bytes: number;
  least: number;
  most: number;
}

/** So many windows are tried of what is drawn: each costs as much as that part of the file. */
const windows = { picture: 8, drawing: 3 };
/** Their side, px: whole tiles of drawing. */
const side = { picture: renderTile, drawing: 2 * renderTile };

/**
 * How large files will be: windows of each are saved as it will be, spread over the picture, and what they take for a
 * px goes for all of it. What every file has however small it is (profile, outlines) is counted once.
 */
export async function toldBytes({ files }: ToldOrder, pool?: TilePool): Promise<ToldSize[]> {
  const own = pool ?? startTilePool(files[0].buildFolder);
  try {
    const sizes: ToldSize[] = [];
    for (const order of files) sizes.push(await toldOf({ ...order, keepsPool: true }, own));
    return sizes;
  } finally {
    await own.close();
  }
}

async function toldOf(order: SaveOrder, pool: TilePool): Promise<ToldSize> {
  const { frame } = printedArea(order);
  const kind = isPictureFormat(order.settings.format) ? 'picture' : 'drawing';
  const tiles = tilesOver(frame, frame, side[kind]);
  const bytesOf = async (window: Region): Promise<number> => {
    try {
      await saveFile({ ...order, window }, () => undefined, pool);
      return statSync(order.out).size;
    } finally {
      rmSync(order.out, { force: true });
    }
  };
  // What is in mattes is in few places, and drawing them is quick: they are made as a whole.
  if (tiles.length <= windows[kind] || order.settings.format === 'parts') {
    const bytes = await bytesOf(frame);
    return { bytes, least: bytes, most: bytes };
  }
  const corner = intersect(frame, { ...frame, width: 8, height: 8 })!;
  const fixed = await bytesOf(corner);
  const perPx: number[] = [];
  for (const tile of spread(tiles, windows[kind]))
    perPx.push(Math.max(0, (await bytesOf(tile)) - fixed) / (tile.width * tile.height));
  const mean = perPx.reduce((sum, one) => sum + one, 0) / perPx.length;
  const variance = perPx.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (perPx.length - 1);
  // Twice the standard error of the mean, less for what was looked at (sampling without replacement: Cochran 1977).
  const unseen = Math.sqrt(1 - perPx.length / tiles.length);
  const spreadOf = 2 * Math.sqrt(variance / perPx.length) * unseen;
  const whole = (each: number): number => Math.round(fixed + each * frame.width * frame.height);
  return { bytes: whole(mean), least: whole(Math.max(0, mean - spreadOf)), most: whole(mean + spreadOf) };
}

/** Some of a row of things, as evenly spread as can be: every so many, but never in step with rows of tiles. */
function spread<Thing>(things: readonly Thing[], count: number): Thing[] {
  const golden = (Math.sqrt(5) - 1) / 2;
  const step = things.length / count;
  return Array.from({ length: count }, (_, i) => things[Math.floor((i + ((i * golden) % 1)) * step)]);
}
