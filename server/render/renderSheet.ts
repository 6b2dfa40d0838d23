import { renderTile } from '../../core/graph/tiles';
import { isOpaque } from '../../core/formats/opaque';
import type { Piece } from '../../core/piece/schema';
import { intersect, type Region, type Size } from '../../core/pixels/region';
import type { PictureFile, PictureForm } from '../codecs/pictureFile';
import type { TilePool } from './tilePool';
import type { Strip } from './tileWorker';

/** The form in which a picture of the piece is stored. @param size px, @param bits for each channel */
export const formOf = (piece: Piece, { width, height }: Size, bits: 8 | 16): PictureForm => ({
  width,
  height,
  channels: isOpaque(piece) ? 3 : 4,
  bits,
});

/** A picture that is drawn along with others: where it lies, in output px of all of them, and the file that takes it. */
export interface DrawnPart {
  name: string;
  frame: Region;
  form: PictureForm;
  file: PictureFile;
}

/**
 * Renders a picture into files, a row of tiles at a time; memory holds two rows of tiles, never the picture. The tiles
 * are those of the screen, so a file is what was seen.
 * @param frame all that is drawn, output px; what lies beyond the sheet is its bleed
 * @param pool has been given the piece, at the scale of the form
 * @param progress told after each row, 0..1
 */
export async function renderParts(
  frame: Region,
  parts: readonly DrawnPart[],
  pool: TilePool,
  progress: (done: number) => void,
): Promise<void> {
  const rows = Math.ceil(frame.height / renderTile);
  // While one row of tiles goes to the files, the next one is drawn.
  const memories = [0, 1].map(() =>
    parts.map(
      ({ frame: { width, height }, form }) =>
        new SharedArrayBuffer(width * Math.min(renderTile, height) * pixelBytes(form)),
    ),
  );
  const start = (row: number): Promise<PartStrip[]> => renderRow(row, frame, parts, memories[row % 2], pool);
  try {
    let next = start(0);
    for (let row = 0; row < rows; row++) {
      const strips = await next;
      const written = Promise.all(
        strips.map(({ file, strip: { memory, region }, form }) =>
          file.add(new Uint8Array(memory, 0, region.height * region.width * pixelBytes(form))),
        ),
      );
      if (row + 1 < rows) {
        next = start(row + 1);
        next.catch(() => undefined);
      }
      await written;
      progress((row + 1) / rows);
    }
    for (const { file } of parts) file.finish();
  } catch (error) {
    for (const { file } of parts) file.abandon();
    throw error;
  }
}

const pixelBytes = ({ channels, bits }: PictureForm): number => channels * (bits / 8);

interface PartStrip extends DrawnPart {
  strip: Strip;
}

/** @param row of tiles, counted from the frame's top */
async function renderRow(
  row: number,
  frame: Region,
  parts: readonly DrawnPart[],
  memories: readonly SharedArrayBuffer[],
  pool: TilePool,
): Promise<PartStrip[]> {
  const band = intersect(frame, { ...frame, y: frame.y + row * renderTile, height: renderTile })!;
  const strips = parts.flatMap((part, i): PartStrip[] => {
    const region = intersect(part.frame, band);
    // A tile in which a part shows nothing is not written to.
    new Uint8Array(memories[i]).fill(0);
    const { channels, bits } = part.form;
    return region
      ? [
          {
            ...part,
            strip: {
              part: part.name,
              memory: memories[i],
              region: { ...region, x: part.frame.x, width: part.frame.width },
              channels,
              bits,
            },
          },
        ]
      : [];
  });
  const tiles = Array.from({ length: Math.ceil(band.width / renderTile) }, (_, column) => {
    const x = band.x + column * renderTile;
    return { ...band, x, width: Math.min(renderTile, band.x + band.width - x) };
  });
  await Promise.all(
    // Each worker keeps to its own side: what it has kept of one tile is read for those around it.
    tiles.map((region, column) =>
      pool.ask(
        { kind: 'tile', region, strips: strips.map(({ strip }) => strip) },
        Math.floor((column * pool.size) / tiles.length),
      ),
    ),
  );
  return strips;
}
