import type { Request } from '../../graph/node';
import { copyOf, type Raster } from '../../pixels/raster';
import { pathCover, type VectorItem } from './items';

/** How far beyond the outlines the picture in them goes on, so that every reader's edge finds colour, px. */
const innerReach = 3;

/**
 * The picture that is seen in outlines which are filled with it, going on a little beyond them.
 * @param seen the picture, premultiplied RGBA, in the request's region
 */
export function innerOf(items: readonly VectorItem[], seen: Raster, { region, scale }: Request): Raster {
  const out = copyOf(seen);
  const isInside = new Uint8Array(region.width * region.height);
  for (const { path, colour } of items) {
    if (colour) continue;
    const { data } = pathCover(path, scale, region);
    for (let i = 0; i < data.length; i++) if (data[i] >= 0.999) isInside[i] = 1;
  }
  for (let step = 0; step < innerReach; step++) spreadOut(out, isInside);
  return out;
}

/** Px beside those that are inside take the mean of these; in place. */
function spreadOut({ data, width, height }: Raster, isInside: Uint8Array): void {
  const found: number[] = [];
  const means: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (isInside[i]) continue;
      const [left, right] = [x > 0 ? -1 : 0, x < width - 1 ? 1 : 0];
      const [top, bottom] = [y > 0 ? -width : 0, y < height - 1 ? width : 0];
      let [count, red, green, blue, alpha] = [0, 0, 0, 0, 0];
      for (let line = i + top; line <= i + bottom; line += width) {
        for (let other = line + left; other <= line + right; other++) {
          if (!isInside[other]) continue;
          count++;
          red += data[other * 4];
          green += data[other * 4 + 1];
          blue += data[other * 4 + 2];
          alpha += data[other * 4 + 3];
        }
      }
      if (count === 0) continue;
      found.push(i);
      means.push(red / count, green / count, blue / count, alpha / count);
    }
  }
  // All at once: what was found in this step is not looked at by it.
  found.forEach((i, n) => {
    isInside[i] = 1;
    data.set(means.slice(n * 4, n * 4 + 4), i * 4);
  });
}

/**
 * What a reader of the file draws: the picture below, and the outlines over it, mixed in encoded values by the part of
 * each px that they cover.
 * @param inner as `innerOf` gives it
 */
export function drawVectors(
  items: readonly VectorItem[],
  below: Raster,
  inner: Raster | null,
  { region, scale }: Request,
): Raster {
  const out = copyOf(below);
  for (const { path, colour } of items) {
    const cover = pathCover(path, scale, region).data;
    const flat = colour && [colour[0] / 255, colour[1] / 255, colour[2] / 255, 1];
    for (let i = 0, at = 0; i < cover.length; i++, at += 4) {
      const share = cover[i];
      if (share <= 0) continue;
      for (let c = 0; c < 4; c++) {
        const ink = flat ? flat[c] : inner!.data[at + c];
        out.data[at + c] += (ink - out.data[at + c]) * Math.min(1, share);
      }
    }
  }
  return out;
}
