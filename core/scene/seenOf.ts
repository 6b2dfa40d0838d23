import { combined } from '../graph/filter';
import type { Node } from '../graph/node';
import { emptyRaster } from '../pixels/raster';

/** Where a photograph is seen beside those that lie on it: one channel. @param nearer from far to near */
export const seenOf = (photograph: Node, nearer: readonly Node[]): Node =>
  combined(
    'seen of a photograph',
    { photograph, ...Object.fromEntries(nearer.map((node, i) => [`nearer ${i}`, node])) },
    { channels: 1, bounds: photograph.bounds },
    ({ photograph: own, ...others }) => {
      const alphas = Object.values(others).map(({ data }) => data);
      const out = emptyRaster(own.width, own.height, 1);
      for (let i = 0; i < out.data.length; i++)
        out.data[i] = alphas.reduce((left, data) => left * (1 - data[4 * i + 3]), own.data[4 * i + 3]);
      return out;
    },
  );
