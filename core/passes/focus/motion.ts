import { encodedInPlace, toLight } from '../../kernels/colour';
import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { emptyRaster } from '../../pixels/raster';
import type { Motion } from './schema';

/** Looked up once: these loops are hot. */
const { ceil, cos, floor, max, min, sin, PI } = Math;

/** No more samples are taken along the way. */
const mostSamples = 400;

/** Letters that move evenly along a straight way while the shutter is open: their light is spread along it. */
export function inMotion(source: Node, { angle, length }: Motion): Node {
  const [ux, uy] = [cos((angle * PI) / 180), sin((angle * PI) / 180)];
  return filtered(source, {
    key: contentKey('in motion', angle, length),
    reach: length / 2 + 2,
    keepsBlank: true,
    apply(input, { request: { region, scale }, lying }) {
      const light = input.channels === 4 ? toLight(input) : input;
      const { width, height, channels, data } = light;
      const out = emptyRaster(region.width, region.height, channels);
      const long = length * scale;
      const count = max(1, min(mostSamples, ceil(long)));
      for (let k = 0; k < count; k++) {
        const far = ((k + 0.5) / count - 0.5) * long;
        const [sx, sy] = [region.x - lying.x + ux * far, region.y - lying.y + uy * far];
        const [left, top] = [floor(sx), floor(sy)];
        const [p, q] = [sx - left, sy - top];
        const weights = [(1 - p) * (1 - q), p * (1 - q), (1 - p) * q, p * q].map((one) => one / count);
        for (let y = 0, to = 0; y < region.height; y++) {
          const row = min(height - 2, max(0, y + top));
          for (let x = 0; x < region.width; x++) {
            const at = (row * width + min(width - 2, max(0, x + left))) * channels;
            const below = at + width * channels;
            for (let c = 0; c < channels; c++, to++)
              out.data[to] +=
                data[at + c] * weights[0] +
                data[at + channels + c] * weights[1] +
                data[below + c] * weights[2] +
                data[below + channels + c] * weights[3];
          }
        }
      }
      return channels === 4 ? encodedInPlace(out) : out;
    },
  });
}
