import sharp from 'sharp';
import { Evaluator } from '../../core/graph/evaluate';
import { openMaterials, type Library } from '../../core/graph/materials';
import { scaleWithin, sheetAt } from '../../core/graph/tiles';
import { toBytes } from '../../core/kernels/colour';
import type { Piece } from '../../core/piece/schema';
import { compile } from '../../core/render/compile';

/** Bytes of rasters that are kept while a rough is drawn. */
const budget = 3e8;

/** A rough as a JPEG. @param side its longer side, px */
export async function drawRough(piece: Piece, library: Library, side: number): Promise<Buffer> {
  const compiled = compile(piece, await openMaterials(piece.assets, library));
  const scale = scaleWithin(piece.sheet, side);
  const region = sheetAt(piece.sheet, scale);
  const raster = await new Evaluator(budget).pixels(compiled.picture, { region, scale });
  return sharp(toBytes(raster, 0, 0), { raw: { width: region.width, height: region.height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 88 })
    .toBuffer();
}
