import { rmSync } from 'node:fs';
import type { Piece } from '../../core/piece/schema';
import { encodeJpeg, type Encoding } from '../codecs/encodePicture';
import type { PackedRows } from '../codecs/packRows';
import { PngFile } from '../codecs/pngFile';
import { StripTiff } from '../codecs/stripTiff';
import type { PictureShapes } from './fileLibrary';
import { renderTile } from '../../core/graph/tiles';
import { formOf, renderSheet } from './renderSheet';
import { givePiece, startTilePool, type TilePool } from './tilePool';

/** A picture to be made from a piece. */
export interface SaveOrder {
  buildFolder: string;
  dataFolder: string;
  piece: Piece;
  shapes: PictureShapes;
  scale: number;
  encoding: Encoding;
  /** Scratch file for the uncompressed picture of a JPEG; removed afterwards. */
  scratch: string;
  out: string;
  threads?: number;
  /** The pool that was given draws further pictures: it is not closed. */
  keepsPool?: boolean;
}

/** Times of the two stages, ms; a PNG is encoded while it is drawn. */
export interface SaveTimes {
  renderMs: number;
  encodeMs: number;
}

/** The share of the progress that rendering a JPEG takes; the rest is encoding, which cannot tell how far it is. */
const renderShare = 0.8;

/**
 * Renders and encodes a piece. Used by exports, thumbnails and the command line alike.
 * @param pool threads that have been started already; they are closed with the rest, but where the order keeps them
 */
export async function savePicture(
  order: SaveOrder,
  progress: (done: number, stage: string) => void,
  pool: TilePool = startTilePool(order.buildFolder, order.threads),
): Promise<SaveTimes> {
  const start = performance.now();
  const { encoding, scale } = order;
  const form = formOf(order.piece, scale, encoding.bits);
  givePiece(pool, { dataFolder: order.dataFolder, piece: order.piece, shapes: order.shapes, scale });
  try {
    if (encoding.format === 'png') {
      const pack = async (rows: Uint8Array): Promise<PackedRows> =>
        (await pool.ask({ kind: 'pack', rows, form })).packed!;
      const file = new PngFile(order.out, form, encoding.ppi, pack);
      await renderSheet(form, pool, file, (done) => progress(done, 'Rendering')).catch((error: unknown) => {
        rmSync(order.out, { force: true });
        throw error;
      });
      return { renderMs: performance.now() - start, encodeMs: 0 };
    }
    await renderSheet(form, pool, new StripTiff(order.scratch, form, renderTile), (done) =>
      progress(done * renderShare, 'Rendering'),
    );
    if (!order.keepsPool) await pool.close();
    const rendered = performance.now();
    progress(renderShare, 'Writing the JPEG');
    await encodeJpeg(order.scratch, order.out, encoding);
    return { renderMs: rendered - start, encodeMs: performance.now() - rendered };
  } finally {
    if (!order.keepsPool) await pool.close();
    rmSync(order.scratch, { force: true });
  }
}
