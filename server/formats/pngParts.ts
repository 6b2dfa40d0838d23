import type { PartedPicture } from '../../core/formats/parted';
import type { Region } from '../../core/pixels/region';
import { PngFile } from '../codecs/pngFile';
import { renderParts } from '../render/renderSheet';
import { packIn, type SaveOrder } from '../render/savePicture';
import type { Parting } from '../render/tileWorker';
import { givePiece, type TilePool } from '../render/tilePool';

/** Where a part of a picture is kept until the file is written. */
export const partPath = ({ scratch }: Pick<SaveOrder, 'scratch'>, part: string): string => `${scratch}-${part}`;

/**
 * Draws the parts of a picture, each into a PNG at its `partPath`; whoever asks removes them.
 * @param frame output px
 */
export async function drawPngParts(
  order: SaveOrder,
  parting: Parting & { frame: Region },
  parts: PartedPicture['parts'],
  pool: TilePool,
  progress: (done: number) => void,
): Promise<void> {
  if (parts.length === 0) return;
  const { piece, shapes, dataFolder, scale, settings } = order;
  givePiece(pool, { dataFolder, piece, shapes, scale, parting });
  const drawn = parts.map(({ name, frame, channels }) => {
    const form = { width: frame.width, height: frame.height, channels, bits: 8 as const };
    return { name, frame, form, file: new PngFile(partPath(order, name), form, settings.ppi, packIn(pool, form)) };
  });
  await renderParts(parting.frame, drawn, pool, progress);
}
