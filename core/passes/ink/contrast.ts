import { lightness } from '../../pixels/colour';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import type { Raster } from '../../pixels/raster';

/** Below this difference in CIE L* the letters are hard to tell from the photo. */
export const contrastLimit = 25;

/**
 * How far the ink stands off what lies beside its edge: the 10th percentile of |dL*| over the px just outside the
 * letters. Both rasters show the same region.
 * @param inked premultiplied RGBA of the letters alone
 * @param photo premultiplied RGBA of what lies behind them
 * @param ink the one premultiplied colour of the letters; null where they have many, which are then read from the
 * letters near by
 * @returns L* units (0..100), or null where no edge is in the region
 */
export function edgeContrast(inked: Raster, photo: Raster, ink: readonly number[] | null): number | null {
  const cover: Raster = {
    width: inked.width,
    height: inked.height,
    channels: 1,
    data: new Float32Array(inked.width * inked.height),
  };
  const strength = ink ? ink[3] : 1;
  if (strength <= 0 || blurMargin(1.5) > Math.min(inked.width, inked.height)) return null;
  for (let i = 0; i < cover.data.length; i++) cover.data[i] = inked.data[i * 4 + 3] / strength;
  const around = gaussianBlur(cover, 1.5);
  const colours = ink ? null : gaussianBlur(inked, 1.5).data;
  const differences: number[] = [];
  for (let i = 0; i < cover.data.length; i++) {
    if (cover.data[i] > 0.05 || around.data[i] < 0.15) continue;
    const [red, green, blue] = photo.data.subarray(i * 4, i * 4 + 3);
    const beside = lightness(red, green, blue);
    const own = ink ?? [0, 1, 2].map((c) => colours![i * 4 + c] / Math.max(1e-4, colours![i * 4 + 3]));
    const letter = lightness(
      own[0] + red * (1 - strength),
      own[1] + green * (1 - strength),
      own[2] + blue * (1 - strength),
    );
    differences.push(Math.abs(letter - beside));
  }
  if (differences.length === 0) return null;
  differences.sort((a, b) => a - b);
  return differences[Math.floor(differences.length * 0.1)];
}
