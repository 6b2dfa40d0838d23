import type { Picture } from '../../../pictures/pyramid';
import type { Raster } from '../../../pixels/raster';
import type { Region } from '../../../pixels/region';
import type { Softness } from '../schema';
import { compareEdge } from './compareEdge';
import type { BorderPoint } from '../../../survey/focus/edgeSigma';

/** Places on the border that are measured, at most. */
const mostPlaces = 420;
/** A place gets the median of so many neighbours to each side. */
const neighbours = 4;

/**
 * Places along the border of a matte, evenly spread.
 * @param matte one channel; its px times `unit` are plate px
 */
export function borderOf({ width, height, data }: Raster, unit: number): BorderPoint[] {
  const found: BorderPoint[] = [];
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2, i = y * width + 2; x < width - 2; x++, i++) {
      const inside = data[i] >= 0.5;
      if (!inside || (data[i - 1] >= 0.5 && data[i + 1] >= 0.5 && data[i - width] >= 0.5 && data[i + width] >= 0.5))
        continue;
      // The gradient over a window of 5 px: the border's direction, with steps of single px smoothed away.
      let [gx, gy] = [0, 0];
      for (let v = -2; v <= 2; v++)
        for (let u = -2; u <= 2; u++) [gx, gy] = [gx - u * data[i + v * width + u], gy - v * data[i + v * width + u]];
      const length = Math.hypot(gx, gy);
      if (length < 1) continue;
      const outward: [number, number] = [gx / length, gy / length];
      found.push({ place: [(x + 0.5 + outward[0] * 0.5) * unit, (y + 0.5 + outward[1] * 0.5) * unit], outward });
    }
  }
  const spacing = Math.max(1, found.length / mostPlaces);
  return evenly(found, spacing * unit);
}

/** Leaves out places that lie nearer to one another than a step. */
function evenly(points: readonly BorderPoint[], step: number): BorderPoint[] {
  const cells = new Map<string, BorderPoint>();
  for (const point of points) {
    const key = `${Math.floor(point.place[0] / step)},${Math.floor(point.place[1] / step)}`;
    if (!cells.has(key)) cells.set(key, point);
  }
  return [...cells.values()];
}

/**
 * Measures how much softer the photo is along a border than the cut itself: see `Softness.profile`.
 * @param cutAt the cut in a region of plate px: what is soft already need not be softened again
 */
export async function measureProfile(
  picture: Picture,
  border: readonly BorderPoint[],
  cutAt: (region: Region) => Promise<Raster>,
): Promise<Softness['profile']> {
  const measured = (await compareEdge(picture, cutAt, border)).flatMap(({ place: [x, y], photo, matte }) =>
    photo === null ? [] : [{ x, y, sigma: Math.sqrt(Math.max(0, photo ** 2 - matte ** 2)) }],
  );
  return measured.map(({ x, y }) => {
    const near = [...measured]
      .sort((a, b) => (a.x - x) ** 2 + (a.y - y) ** 2 - (b.x - x) ** 2 - (b.y - y) ** 2)
      .slice(0, 2 * neighbours + 1);
    const sigmas = near.map((one) => one.sigma).sort((a, b) => a - b);
    return [
      Math.round(x * 10) / 10,
      Math.round(y * 10) / 10,
      Math.round(sigmas[Math.floor(sigmas.length / 2)] * 100) / 100,
    ];
  });
}
