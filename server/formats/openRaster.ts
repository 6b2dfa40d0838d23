import { readFileSync, rmSync } from 'node:fs';
import sharp from 'sharp';
import { openMaterials } from '../../core/graph/materials';
import { layeredPicture } from '../../core/formats/openRaster/layers';
import { layerPath, stackXml } from '../../core/formats/openRaster/stack';
import { fileLibrary } from '../render/fileLibrary';
import { printedArea, type SaveOrder, type Saved } from '../render/savePicture';
import type { TilePool } from '../render/tilePool';
import { drawPngParts, partPath } from './pngParts';
import { writeZip } from './zipFile';

const renderShare = 0.9;
/** Longest side of the small picture in the file (OpenRaster 0.0.5), px. */
const thumbnailSide = 256;

/** Saves a piece as named layers: an OpenRaster file, a zip of PNGs and their order. */
export async function saveOpenRaster(
  order: SaveOrder,
  progress: (done: number, stage: string) => void,
  pool: TilePool,
): Promise<Saved> {
  const start = performance.now();
  const { piece, shapes, dataFolder, scale, settings } = order;
  const { frame } = printedArea(order);
  const materials = await openMaterials(piece.assets, fileLibrary(dataFolder, shapes));
  const { layers, parts } = layeredPicture(piece, materials, scale, frame);
  const pathOf = (part: string): string => partPath(order, part);
  try {
    await drawPngParts(order, { kind: 'layers', frame }, parts, pool, (done) =>
      progress(done * renderShare, 'Rendering the layers'),
    );
    const rendered = performance.now();
    progress(renderShare, 'Writing the OpenRaster file');
    const small = await sharp(pathOf('merged'), { limitInputPixels: false })
      .resize(thumbnailSide, thumbnailSide, { fit: 'inside', withoutEnlargement: true })
      .png()
      .toBuffer();
    await writeZip(order.out, [
      // First and unpacked: what tells the kind of the file.
      ['mimetype', () => Buffer.from('image/openraster')],
      ['stack.xml', () => Buffer.from(stackXml(layers, frame, settings.ppi))],
      ['Thumbnails/thumbnail.png', () => small],
      ['mergedimage.png', () => readFileSync(pathOf('merged'))],
      ...layers.map(({ part }) => [layerPath(part), () => readFileSync(pathOf(part))] as const),
    ]);
    return { renderMs: rendered - start, encodeMs: performance.now() - rendered, notes: [] };
  } finally {
    for (const { name } of parts) rmSync(pathOf(name), { force: true });
  }
}
