import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';

/** Looked up once: these loops are hot. */
const { min, max, abs, floor, ceil, cos, sin, PI } = Math;

/** So many places of a circle are looked at. */
const places = 16;
const circle = Array.from({ length: places }, (_, k) => {
  const turn = (k / places) * 2 * PI;
  return [cos(turn), sin(turn)] as const;
});

/** How far around a region the matte must be known, px. */
export const growMargin = (amount: number): number => (amount === 0 ? 0 : ceil(abs(amount)) + 2);

/**
 * Moves the border of a matte outwards or inwards by a fraction of a px or more, its softness kept: the most, or the
 * least, of what lies in a disc (grey-scale dilation and erosion: Serra 1982), read between px.
 * @param matte one channel, lying at `region` grown by `growMargin`
 * @param amount px; below 0 it shrinks
 */
export function growBorder(matte: Raster, region: Region, amount: number): Raster {
  const margin = growMargin(amount);
  const out = emptyRaster(region.width, region.height, 1);
  const { data, width } = matte;
  const better = amount > 0 ? max : min;
  const full = amount > 0 ? 1 : 0;
  const rings = Array.from(
    { length: max(1, ceil(abs(amount))) },
    (_, k) => ((k + 1) * abs(amount)) / max(1, ceil(abs(amount))),
  );
  const steps = rings.flatMap((radius) =>
    circle.map(([across, down]) => {
      const [u, v] = [across * radius, down * radius];
      const [left, top] = [floor(u), floor(v)];
      return { at: top * width + left, s: u - left, t: v - top };
    }),
  );
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i++) {
      const here = (y + margin) * width + x + margin;
      let value = data[here];
      for (const { at, s, t } of steps) {
        if (value === full) break;
        const from = here + at;
        const above = data[from] + (data[from + 1] - data[from]) * s;
        const below = data[from + width] + (data[from + width + 1] - data[from + width]) * s;
        value = better(value, above + (below - above) * t);
      }
      out.data[i] = value;
    }
  }
  return out;
}

/**
 * The same by an amount of its own for each px.
 * @param matte lying at `region` grown by `growMargin` of the largest amount, whatever its sign
 * @param amounts px of each px of the region
 */
export function growBorderBy(matte: Raster, region: Region, amounts: Float32Array, largest: number): Raster {
  const margin = growMargin(largest);
  const out = emptyRaster(region.width, region.height, 1);
  const { data, width } = matte;
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i++) {
      const here = (y + margin) * width + x + margin;
      const amount = amounts[i];
      out.data[i] = abs(amount) < 1e-3 ? data[here] : extremeAround(data, width, here, amount);
    }
  }
  return out;
}

/** The most of what lies in a disc, or for an amount below 0 the least. */
function extremeAround(data: Float32Array, width: number, here: number, amount: number): number {
  const better = amount > 0 ? max : min;
  const full = amount > 0 ? 1 : 0;
  const rings = max(1, ceil(abs(amount)));
  let value = data[here];
  for (let ring = 1; ring <= rings; ring++) {
    const radius = (ring * abs(amount)) / rings;
    for (let k = 0; k < places && value !== full; k++) {
      const [u, v] = [circle[k][0] * radius, circle[k][1] * radius];
      const [left, top] = [floor(u), floor(v)];
      const from = here + top * width + left;
      const above = data[from] + (data[from + 1] - data[from]) * (u - left);
      const below = data[from + width] + (data[from + width + 1] - data[from + width]) * (u - left);
      value = better(value, above + (below - above) * (v - top));
    }
  }
  return value;
}
