import { emptyRaster, type Raster } from './raster';

/** Looked up once: these loops are hot. */
const { ceil, floor, max, min } = Math;

/**
 * Fills in what is missing from what is around it, coarse to fine (push and pull: Gortler, Grzeszczuk, Szeliski and Cohen
 * 1996).
 * @param raster four channels, premultiplied: alpha says how far each px is known, 0..1
 * @returns opaque wherever anything is known at all
 */
export function filledIn(raster: Raster): Raster {
  const { width, height } = raster;
  if (width <= 1 && height <= 1) return whole(raster);
  const coarse = filledIn(halved(raster));
  const out = emptyRaster(width, height, 4);
  for (let y = 0, at = 0; y < height; y++) {
    const v = min(coarse.height - 1, max(0, (y - 0.5) / 2));
    const [row, ty] = [floor(v), v - floor(v)];
    const below = min(coarse.height - 1, row + 1);
    for (let x = 0; x < width; x++, at += 4) {
      const missing = 1 - min(1, raster.data[at + 3]);
      if (missing <= 0) {
        for (let c = 0; c < 4; c++) out.data[at + c] = raster.data[at + c];
        continue;
      }
      const u = min(coarse.width - 1, max(0, (x - 0.5) / 2));
      const [column, tx] = [floor(u), u - floor(u)];
      const right = min(coarse.width - 1, column + 1);
      const at00 = (row * coarse.width + column) * 4;
      const at01 = (row * coarse.width + right) * 4;
      const at10 = (below * coarse.width + column) * 4;
      const at11 = (below * coarse.width + right) * 4;
      for (let c = 0; c < 4; c++) {
        const upper = coarse.data[at00 + c] * (1 - tx) + coarse.data[at01 + c] * tx;
        const lower = coarse.data[at10 + c] * (1 - tx) + coarse.data[at11 + c] * tx;
        out.data[at + c] = raster.data[at + c] + missing * (upper * (1 - ty) + lower * ty);
      }
    }
  }
  return out;
}

/** What is known at all counts as wholly known. */
function whole(raster: Raster): Raster {
  const alpha = raster.data[3];
  return alpha > 0 ? { ...raster, data: raster.data.map((value) => value / alpha) } : raster;
}

/** The mean of what is known of four px each; known as soon as one of them is. */
function halved({ width, height, data }: Raster): Raster {
  const [w, h] = [ceil(width / 2), ceil(height / 2)];
  const out = emptyRaster(w, h, 4);
  for (let y = 0, to = 0; y < h; y++) {
    for (let x = 0; x < w; x++, to += 4) {
      for (let dy = 0; dy < 2 && 2 * y + dy < height; dy++)
        for (let dx = 0; dx < 2 && 2 * x + dx < width; dx++) {
          const at = ((2 * y + dy) * width + 2 * x + dx) * 4;
          for (let c = 0; c < 4; c++) out.data[to + c] += data[at + c];
        }
      const alpha = out.data[to + 3];
      if (alpha > 1) for (let c = 0; c < 4; c++) out.data[to + c] /= alpha;
    }
  }
  return out;
}
