import { tilesOver, renderTile, sheetAt } from '../../core/graph/tiles';
import { readColour } from '../../core/pixels/colour';
import type { Piece } from '../../core/piece/schema';
import type { Region } from '../../core/pixels/region';
import type { PictureFile, PictureForm } from '../codecs/pictureFile';
import type { TilePool } from './tilePool';
import type { Strip } from './tileWorker';

/** True where every px of the sheet is painted, so that no alpha needs saving. */
export function isOpaque({ sheet }: Piece): boolean {
  return sheet.paint !== null && readColour(sheet.paint)[3] === 1;
}

/** The form in which the whole sheet is stored at a scale. @param bits for each channel */
export function formOf(piece: Piece, scale: number, bits: 8 | 16): PictureForm {
  const { width, height } = sheetAt(piece.sheet, scale);
  return { width, height, channels: isOpaque(piece) ? 3 : 4, bits };
}

/**
 * Renders the whole sheet into a file, a row of tiles at a time; memory holds two rows of tiles, never the picture. The
 * tiles are those of the screen, so the file is what was seen.
 * @param form as `formOf` gives it
 * @param pool has been given the piece, at the scale of the form
 * @param progress told after each row, 0..1
 */
export async function renderSheet(
  { width, height, channels, bits }: PictureForm,
  pool: TilePool,
  file: PictureFile,
  progress: (done: number) => void,
): Promise<void> {
  const sheet = { x: 0, y: 0, width, height };
  const rows = Math.ceil(height / renderTile);
  const rowBytes = width * channels * (bits / 8);
  const stripBytes = rowBytes * Math.min(renderTile, height);
  // While one row of tiles goes to the file, the next one is drawn.
  const memories = [new SharedArrayBuffer(stripBytes), new SharedArrayBuffer(stripBytes)];
  const start = (row: number): Promise<Strip> =>
    renderRow(row, sheet, { memory: memories[row % 2], channels, bits }, pool);
  try {
    let next = start(0);
    for (let row = 0; row < rows; row++) {
      const { memory, region } = await next;
      const written = file.add(new Uint8Array(memory, 0, region.height * rowBytes));
      if (row + 1 < rows) {
        next = start(row + 1);
        next.catch(() => undefined);
      }
      await written;
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
