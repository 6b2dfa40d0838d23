import { tilesOver, renderTile, sheetAt } from '../../core/render/tiles';
import { readColour } from '../../core/pixels/colour';
import type { Piece } from '../../core/piece/schema';
import type { Region } from '../../core/pixels/region';
import { StripTiff } from '../codecs/stripTiff';
import type { TilePool } from './tilePool';
import type { Strip } from './tileWorker';

/** True where every px of the sheet is painted, so that no alpha needs saving. */
export function isOpaque({ sheet }: Piece): boolean {
  return sheet.paint !== null && readColour(sheet.paint)[3] === 1;
}

/**
 * Renders the whole sheet into an uncompressed TIFF, a row of tiles at a time; memory holds two rows of tiles, never the
 * picture. The tiles are those of the screen, so the file is what was seen.
 * @param pool has been given the piece
 * @param bits for each channel
 * @param progress told after each row, 0..1
 */
export async function renderSheet(piece: Piece, scale: number, bits: 8 | 16, pool: TilePool, path: string, progress: (done: number) => void): Promise<void> {
  const sheet = sheetAt(piece.sheet, scale);
  const channels = isOpaque(piece) ? 3 : 4;
  const file = new StripTiff(path, sheet.width, sheet.height, channels, bits, renderTile);
  const rows = Math.ceil(sheet.height / renderTile);
  const stripBytes = sheet.width * Math.min(renderTile, sheet.height) * channels * (bits / 8);
  // While one row of tiles is written to the file, the next one is drawn.
  const memories = [new SharedArrayBuffer(stripBytes), new SharedArrayBuffer(stripBytes)];
  const start = (row: number): Promise<Strip> => renderRow(row, sheet, { memory: memories[row % 2], channels, bits }, pool);
  try {
    let next = start(0);
    for (let row = 0; row < rows; row++) {
      const { memory, region } = await next;
      if (row + 1 < rows) {
        next = start(row + 1);
        next.catch(() => undefined);
      }
      file.add(new Uint8Array(memory, 0, region.width * region.height * channels * (bits / 8)));
      progress((row + 1) / rows);
    }
    file.finish();
  } catch (error) {
    file.abandon();
    throw error;
  }
}

async function renderRow(row: number, sheet: Region, form: Omit<Strip, 'region'>, pool: TilePool): Promise<Strip> {
  const tiles = tilesOver({ x: 0, y: row * renderTile, width: sheet.width, height: renderTile }, sheet);
  const strip: Strip = { ...form, region: { x: 0, y: row * renderTile, width: sheet.width, height: tiles[0].height } };
  await Promise.all(tiles.map((region) => pool.ask({ kind: 'tile', region, strip })));
  return strip;
}
