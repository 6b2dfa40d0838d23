import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { boxWhere } from '../../pixels/boxWhere';
import { lumaAt } from '../../pixels/luma';
import { copyOf } from '../../pixels/raster';
import { grainAt, grainIn } from './noise';
import type { LetterGrain } from './schema';

/** Looked up once: the loop is hot. */
const { max, min } = Math;

/** Tones that the three standard deviations are told for, encoded. */
const [darkTone, middleTone, lightTone] = [0.1, 0.45, 0.85];

/** Standard deviation at a tone, 1/255 of the encoded value. */
export function sigmaAt({ dark, middle, light }: Pick<LetterGrain, 'dark' | 'middle' | 'light'>, tone: number): number {
  if (tone <= darkTone) return dark;
  if (tone >= lightTone) return light;
  if (tone < middleTone) return dark + ((middle - dark) * (tone - darkTone)) / (middleTone - darkTone);
  return middle + ((light - middle) * (tone - middleTone)) / (lightTone - middleTone);
}

/** So many tones have a standard deviation of their own. */
const tones = 1024;

/** Letters with grain: added to the encoded values, as much as they cover. */
export function grainy(source: Node, grain: LetterGrain): Node {
  const { strength, size, colour, seed } = grain;
  return filtered(source, {
    key: contentKey('grain', grain),
    reach: 0,
    keepsBlank: true,
    apply(input, { request: { region: whole, scale } }) {
      const region = boxWhere(whole, (i) => input.data[4 * i + 3] > 0);
      if (!region) return input;
      const factor = (strength * grainAt(scale, size)) / 255;
      const sigmas = Float32Array.from({ length: tones + 1 }, (_, i) => sigmaAt(grain, i / tones) * factor);
      const own = size * min(1, scale);
      const all = grainIn(region, own, seed);
      const each = colour > 0 ? [1, 2, 3].map((channel) => grainIn(region, own, seed + 101 * channel)) : null;
      // As strong as before, however much of it each colour has for itself.
      const together = 1 / Math.hypot(1 - colour, colour);
      const [ofAll, ofEach] = each ? [(1 - colour) * together, colour * together] : [1, 0];
      const out = copyOf(input);
      const { data } = out;
      const noises = each ?? [all, all, all];
      for (let y = 0, i = 0; y < region.height; y++) {
        let at = ((region.y - whole.y + y) * whole.width + region.x - whole.x) * 4;
        for (let x = 0; x < region.width; x++, i++, at += 4) {
          const alpha = data[at + 3];
          if (alpha <= 0) continue;
          const sigma = sigmas[min(tones, ((lumaAt(data, at) / alpha) * tones + 0.5) | 0)] * alpha;
          const shared = all.data[i] * ofAll;
          for (let c = 0; c < 3; c++) {
            const noisy = data[at + c] + (shared + noises[c].data[i] * ofEach) * sigma;
            data[at + c] = max(0, min(alpha, noisy));
          }
        }
      }
      return out;
    },
  });
}
