import { rmSync } from 'node:fs';
import type { Piece } from '../../core/piece/schema';
import { encodePicture, type Encoding } from '../codecs/encodePicture';
import type { PictureShapes } from './fileLibrary';
import { renderSheet } from './renderSheet';
import { givePiece, startTilePool, type TilePool } from './tilePool';

/** A picture to be made from a piece. */
export interface SaveOrder {
  buildFolder: string;
  dataFolder: string;
  piece: Piece;
  shapes: PictureShapes;
  scale: number;
  encoding: Encoding;
  /** Scratch file for the uncompressed picture; removed afterwards. */
  scratch: string;
  out: string;
  threads?: number;
}

/** Times of the two stages, ms. */
export interface SaveTimes {
  renderMs: number;
  encodeMs: number;
}

/** The share of the progress that rendering takes; the rest is encoding, which cannot tell how far it is. */
const renderShare = 0.8;

/**
 * Renders and encodes a piece. Used by exports, thumbnails and the command line alike.
 * @param pool threads that have been started already; they are closed with the rest
 */
export async function savePicture(order: SaveOrder, progress: (done: number, stage: string) => void, pool: TilePool = startTilePool(order.buildFolder, order.threads)): Promise<SaveTimes> {
  const start = performance.now();
  givePiece(pool, { dataFolder: order.dataFolder, piece: order.piece, shapes: order.shapes, scale: order.scale });
  try {
    await renderSheet(order.piece, order.scale, order.encoding.bits, pool, order.scratch, (done) => progress(done * renderShare, 'Rendering'));
    await pool.close();
    const rendered = performance.now();
    progress(renderShare, `Writing the ${order.encoding.format.toUpperCase()}`);
    await encodePicture(order.scratch, order.out, order.encoding);
    return { renderMs: rendered - start, encodeMs: performance.now() - rendered };
  } finally {
    await pool.close();
    rmSync(order.scratch, { force: true });
  }
}
