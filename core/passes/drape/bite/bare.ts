import { toOklab } from '../../../kernels/colour';
import { smoothStep } from '../../../pixels/smoothStep';
import { emptyRaster, type Raster } from '../../../pixels/raster';
import { contentKey, type Node } from '../../../graph/node';
import type { Bare } from '../schema';
import { noiseAt } from '../noise';

/** A flank from 0 to 1, smooth at both ends. */
const flank = (value: number, [from, to]: readonly [number, number]): number =>
  value >= to ? 1 : smoothStep((value - from) / (to - from));

/** How much of the ink holds on a surface of this lightness (Oklab), 0..1. */
export const holdsAt = (lightness: number, { dark, light }: Pick<Bare, 'dark' | 'light'>): number =>
  (dark[1] > 0 ? flank(lightness, dark) : 1) * (light[0] < 1 ? 1 - flank(lightness, light) : 1);

/** How much of the ink holds in each px: one channel. Where nothing is, all of it. */
export function holdNode(bare: Bare, ground: Node): Node {
  return {
    key: contentKey('hold', ground.key, bare),
    channels: 1,
    bounds: null,
    needs: ({ region }) => ({ ground: { node: ground, region } }),
    compute({ region, scale }, inputs): Raster {
      const { width, height, data } = toOklab(inputs.ground);
      const out = emptyRaster(width, height, 1);
      for (let y = 0, i = 0; y < height; y++) {
        for (let x = 0; x < width; x++, i++) {
          if (data[4 * i + 3] < 0.5) {
            out.data[i] = 1;
            continue;
          }
          const place = [(region.x + x + 0.5) / scale / bare.grain, (region.y + y + 0.5) / scale / bare.grain] as const;
          const waver = bare.noise === 0 ? 0 : bare.noise * noiseAt(place[0], place[1]);
          out.data[i] = holdsAt(data[4 * i] + waver, bare);
        }
      }
      return out;
    },
  };
}
