import { signedDistance } from '../../kernels/distance';
import type { Raster } from '../../pixels/raster';

/** What a disc misses in a right corner lies no farther off it than this part of its radius: that is no stroke. */
const corner = 0.45;
/** Sharp ends are thin too: so much of the ink may be thinner than the thinnest stroke. */
const ofEnds = 0.02;
/** The middle of a stroke lies between px as often as in one: it is seen so much too near to its edge, px. */
const betweenPixels = 0.25;
/** Strokes are told apart to this, px. */
const exactly = 0.1;

/**
 * How wide the thinnest strokes of letters are: the widest disc that, moved about within them, still covers all of the ink
 * but for corners and ends (granulometry by openings: Matheron 1975).
 * @param cover one channel @returns px; 0 where there is no ink
 */
export function thinnestStroke(cover: Raster): number {
  const distance = signedDistance(cover).data;
  const ink = cover.data.reduce((sum, value) => sum + value, 0);
  if (ink < 1) return 0;
  let [low, high] = [0, distance.reduce((most, value) => Math.max(most, value), 0)];
  while (high - low > exactly / 2) {
    const middle = (low + high) / 2;
    if (lostBelow(cover, distance, middle) / ink > ofEnds) high = middle;
    else low = middle;
  }
  return low + high;
}

/** How much ink a disc of this radius does not come near. */
function lostBelow(cover: Raster, distance: Float32Array, radius: number): number {
  // Where the disc's middle may be.
  const middles = { ...cover, data: distance.map((far) => Number(far >= radius - betweenPixels)) };
  const reached = signedDistance(middles).data;
  let lost = 0;
  const near = radius * (1 + corner) + 0.5;
  for (let i = 0; i < reached.length; i++) if (reached[i] < -near) lost += cover.data[i];
  return lost;
}
