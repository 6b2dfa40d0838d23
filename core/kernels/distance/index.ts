import { emptyRaster, type Raster } from '../../pixels/raster';
import { machine } from '../machine';
import { copyPadded, sourceOf } from '../padded';
import { distanceReference } from './reference';

/**
 * The distance of every px' centre to the edge of a shape, within 0.1 px: positive inside, negative outside, px.
 * Halfway between
 * two edges that are nearly as near, the further one may count, by up to 0.7 px. Without any edge it is infinite.
 * Needs about 8 bytes of scratch memory for each px.
 * @param cover one channel: the area of each px that the shape covers, 0..1
 * @throws RangeError for more than one channel
 */
export function signedDistance(cover: Raster): Raster {
  if (cover.channels !== 1) throw new RangeError('A shape has one channel: its coverage.');
  const compiled = machine();
  if (!compiled) return distanceReference(cover);
  const { width, height } = cover;
  const { calls, arena } = compiled;
  const out = emptyRaster(width, height, 1);
  const stride = width + 2;
  const padded = arena.takeFloats(stride * (height + 2));
  const ids = arena.take(width * height * 4);
  const last = arena.take(width * 4);
  const hull = arena.take(width * 4);
  const starts = arena.take(width * 24);
  const row = arena.takeFloats(width);
  copyPadded(
    sourceOf(cover, { x: 0, y: 0, width, height }),
    { x: -1, y: -1, width: stride, height: height + 2 },
    arena.floats,
    padded >> 2,
    stride,
  );
  const first = padded + (stride + 1) * 4;
  const seeds = arena.take(32 * calls.countSeeds(first, stride, width, height));
  calls.findSeeds(first, stride, width, height, ids, seeds);
  calls.linkSeeds(ids, width, height, seeds);
  calls.nearestInColumns(ids, width, height, seeds, last);
  for (let y = 0; y < height; y++) {
    calls.distanceRow(first + y * stride * 4, ids + y * width * 4, width, y, seeds, hull, starts, row);
    out.data.set(arena.floats.subarray(row >> 2, (row >> 2) + width), y * width);
  }
  return out;
}
