import { tilesOver, renderTile, sheetAt } from '../../core/render/tiles';
import { readColour } from '../../core/pixels/colour';
import type { Piece } from '../../core/piece/schema';
import { StripTiff } from '../codecs/stripTiff';
import type { TilePool } from './tilePool';

/** True where every px of the sheet is painted, so that no alpha needs saving. */
export function isOpaque({ sheet }: Piece): boolean {
  return sheet.paint !== null && readColour(sheet.paint)[3] === 1;
}

/**
 * Renders the whole sheet into an uncompressed TIFF, a row of tiles at a time; memory holds two rows of tiles, never the
 * picture. The tiles are those of the screen, so the file is what was seen.
 * @param progress told after each row, 0..1
 */
export async function renderSheet(piece: Piece, scale: number, pool: TilePool, path: string, progress: (done: number) => void): Promise<void> {
  const sheet = sheetAt(piece.sheet, scale);
  const channels = isOpaque(piece) ? 3 : 4;
  const file = new StripTiff(path, sheet.width, sheet.height, channels, renderTile);
  const rows = Math.ceil(sheet.height / renderTile);
  const start = (row: number): Promise<Uint8Array> => renderRow(row, sheet, channels, pool);
  try {
    let next = start(0);
    for (let row = 0; row < rows; row++) {
      const strip = await next;
      if (row + 1 < rows) {
        next = start(row + 1);
        next.catch(() => undefined);
      }
      file.add(strip);
      progress((row + 1) / rows);
    }
    file.finish();
  } catch (error) {
    file.abandon();
    throw error;
  }
}

async function renderRow(row: number, sheet: { width: number; height: number }, channels: 3 | 4, pool: TilePool): Promise<Uint8Array> {
  const whole = { x: 0, y: 0, ...sheet };
  const tiles = tilesOver({ x: 0, y: row * renderTile, width: sheet.width, height: renderTile }, whole);
  const strip = new Uint8Array(sheet.width * tiles[0].height * channels);
  await Promise.all(
    tiles.map(async (tile) => {
      const bytes = await pool.render(tile);
      for (let y = 0, from = 0; y < tile.height; y++) {
        let to = (y * sheet.width + tile.x) * channels;
        for (let x = 0; x < tile.width; x++, from += 4, to += channels) {
          strip[to] = bytes[from];
          strip[to + 1] = bytes[from + 1];
          strip[to + 2] = bytes[from + 2];
          if (channels === 4) strip[to + 3] = bytes[from + 3];
        }
      }
    }),
  );
  return strip;
}
