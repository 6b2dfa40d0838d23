import { isPictureFormat } from '../../core/formats/formats';
import { tooLargeFor } from '../../core/formats/settings';
import { printedArea, savePicture, type SaveOrder, type Saved } from '../render/savePicture';
import { startTilePool, type TilePool } from '../render/tilePool';
import { saveOpenRaster } from './openRaster';
import { saveParts } from './parts';
import { savePdf } from './pdf';
import { saveSvg } from './svg';

/**
 * Makes a file of a piece, of whatever kind. Used by exports and the command line alike.
 * @param pool threads that have been started already; they are closed with the rest, but where the order keeps them
 * @throws Error where the format cannot hold a sheet of this size
 */
export async function saveFile(
  order: SaveOrder,
  progress: (done: number, stage: string) => void,
  pool: TilePool = startTilePool(order.buildFolder, order.threads),
): Promise<Saved> {
  const { format } = order.settings;
  const problem = tooLargeFor(format, printedArea(order).frame);
  if (problem) {
    if (!order.keepsPool) await pool.close();
    throw new Error(problem);
  }
  if (isPictureFormat(format))
    return savePicture({ ...order, settings: { ...order.settings, format } }, progress, pool);
  const save = { pdf: savePdf, svg: saveSvg, openraster: saveOpenRaster, parts: saveParts }[format];
  try {
    return await save(order, progress, pool);
  } finally {
    if (!order.keepsPool) await pool.close();
  }
}
