import { expect, test } from '@jest/globals';
import { emptyRaster } from '../pixels/raster';
import { Evaluator } from './evaluate';
import type { Node, Request } from './node';
import { withinBounds } from './withinBounds';

test('of a region that reaches beyond the bounds only the part inside is asked for and worked out; its px stay in place', async () => {
  const asked: Request[] = [];
  const node: Node = {
    key: 'places',
    channels: 1,
    bounds: { x: 10, y: 20, width: 5, height: 4 },
    needs: () => ({}),
    compute(request) {
      asked.push(request);
      const { region } = request;
      const out = emptyRaster(region.width, region.height, 1);
      out.data.forEach((_, i) => {
        out.data[i] = (region.x + (i % region.width)) * 100 + region.y + Math.floor(i / region.width);
      });
      return out;
    },
  };
  const { data } = await new Evaluator(1e7).pixels(withinBounds(node), {
    region: { x: 0, y: 0, width: 40, height: 40 },
    scale: 1,
  });
  expect(asked.map(({ region }) => region)).toEqual([{ x: 10, y: 20, width: 5, height: 4 }]);
  expect(data[22 * 40 + 13]).toBe(13 * 100 + 22);
  expect([data[0], data[22 * 40 + 15], data[24 * 40 + 12]]).toEqual([0, 0, 0]);
});
