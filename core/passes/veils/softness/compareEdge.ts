import type { Picture } from '../../../pictures/pyramid';
import type { Raster } from '../../../pixels/raster';
import type { Region } from '../../../pixels/region';
import type { Point } from '../../../shape/affine';
import { edgeSigma, type BorderPoint } from '../../../survey/focus/edgeSigma';

/** How soft the photo and the matte are at one place of a veil's border, plate px. */
export interface EdgePlace {
  place: Point;
  /** Null where the photo has no clear edge there. */
  photo: number | null;
  matte: number;
}

/** Lines side by side that are averaged, their distance, and how far the profile reaches to each side, plate px. */
const lanes = 5;
const laneStep = 0.8;
const leastReach = 10;

/**
 * Measures the photo's edge against the matte's at places along the border. @param matteAt the matte in a region of
 * plate px
 */
export async function compareEdge(
  picture: Picture,
  matteAt: (region: Region) => Promise<Raster>,
  border: readonly BorderPoint[],
  progress?: (done: number) => void,
): Promise<EdgePlace[]> {
  const found: EdgePlace[] = [];
  for (const [i, point] of border.entries()) {
    const photo = await edgeSigma(picture, point);
    const matte = await matteSigma(matteAt, point, Math.max(leastReach, 3 * (photo ?? 0)));
    if (matte !== null) found.push({ place: point.place, photo, matte });
    progress?.((i + 1) / border.length);
  }
  return found;
}

/**
 * The sigma of a Gaussian step that rises as steeply as the matte does across the border; null where it does not rise.
 */
async function matteSigma(
  matteAt: (region: Region) => Promise<Raster>,
  { place: [x, y], outward: [nx, ny] }: BorderPoint,
  reach: number,
): Promise<number | null> {
  const half = Math.ceil(reach);
  const side = half + Math.ceil((lanes * laneStep) / 2) + 2;
  const region = { x: Math.floor(x) - side, y: Math.floor(y) - side, width: 2 * side + 2, height: 2 * side + 2 };
  const { data, width } = await matteAt(region);
  const profile = new Float64Array(2 * half + 1);
  for (let lane = 0; lane < lanes; lane++) {
    const along = (lane - (lanes - 1) / 2) * laneStep;
    for (let t = -half; t <= half; t++) {
      const [u, v] = [x + nx * t - ny * along - region.x - 0.5, y + ny * t + nx * along - region.y - 0.5];
      const [column, row] = [Math.floor(u), Math.floor(v)];
      const at = row * width + column;
      const [s, q] = [u - column, v - row];
      profile[t + half] +=
        ((data[at] * (1 - s) + data[at + 1] * s) * (1 - q) +
          (data[at + width] * (1 - s) + data[at + width + 1] * s) * q) /
        lanes;
    }
  }
  const step = Math.max(...profile) - Math.min(...profile);
  let steepest = 0;
  for (let i = 1; i < profile.length; i++) steepest = Math.max(steepest, Math.abs(profile[i] - profile[i - 1]));
  if (step < 0.2 || steepest === 0) return null;
  // A difference of neighbours, a px's own width and the bilinear reading each widen the step a little: 1/12 + 1/12 +
  // 1/6.
  const square = (step / (steepest * Math.sqrt(2 * Math.PI))) ** 2 - 1 / 3;
  return Math.sqrt(Math.max(0, square));
}

/** Sigmas below this look alike, plate px. */
const leastTold = 0.5;

/**
 * How much softer (above 0) or crisper (below 0) the matte is than the photo, as a power of two; 0 where that cannot be
 * measured.
 */
export const mismatch = ({ photo, matte }: EdgePlace): number =>
  photo === null ? 0 : Math.log2((matte + leastTold) / (photo + leastTold));

/** From this mismatch on an edge gives itself away. */
export const mismatchLimit = 1;

/** Places nearer to each other than this show the same fault, plate px. */
const sameFault = 60;

/** The places that give themselves away most, one for each fault, the worst first. */
export function worstPlaces(places: readonly EdgePlace[], most: number): EdgePlace[] {
  const out: EdgePlace[] = [];
  const bad = places
    .filter((one) => one.photo !== null && Math.abs(mismatch(one)) >= mismatchLimit / 2)
    .sort((a, b) => Math.abs(mismatch(b)) - Math.abs(mismatch(a)));
  for (const one of bad) {
    if (out.length === most) break;
    const isNew = out.every(({ place }) => Math.hypot(place[0] - one.place[0], place[1] - one.place[1]) >= sameFault);
    if (isNew) out.push(one);
  }
  return out;
}

/** Places in the order in which the border leads from one to the next: each followed by the nearest that is left. */
export function alongBorder(places: readonly EdgePlace[]): EdgePlace[] {
  const left = [...places];
  const out: EdgePlace[] = left.splice(0, 1);
  while (left.length > 0) {
    const [x, y] = out[out.length - 1].place;
    let nearest = 0;
    let least = Infinity;
    left.forEach(({ place }, i) => {
      const square = (place[0] - x) ** 2 + (place[1] - y) ** 2;
      if (square < least) [least, nearest] = [square, i];
    });
    out.push(...left.splice(nearest, 1));
  }
  return out;
}
