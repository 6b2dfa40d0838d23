import { readLevel, type Picture } from '../../../pictures/pyramid';
import { decodeByte } from '../../../pixels/transfer';
import type { Point } from '../../../shape/affine';
import type { FineEdge } from '../schema';
import { edgeSigma, type BorderPoint } from '../softness/measureEdge';

/** Looked up once: these loops are hot. */
const { hypot, max, floor } = Math;

/** An edge at least this soft is solved rather than cut, plate px; the band reaches so many sigmas to each side. */
const blurred = 1.3;
const blurReach = 3.5;
/** Hair is looked for in windows of this radius on the border, and as far inside and outside of it, plate px. */
const window = 9;
const aside = 30;
/**
 * An edge is hairy where its gradients run every way (below this coherence), and are so many times stronger than on
 * either side.
 */
const coherent = 0.62;
const stronger = 1.6;
/** Mean squared gradient, linear light, that is more than grain. */
const leastEnergy = 2e-4;
/** Radius of the band over hair, plate px. */
const hairRadius = 22;

/**
 * Where along a border the edge should be solved: where the photo is blurred, and where it is hairy.
 * @param border places along the cut's border, evenly spread
 * @returns lines of the brush, plate px
 */
export async function proposeBand(
  picture: Picture,
  border: readonly BorderPoint[],
  progress?: (done: number) => void,
): Promise<FineEdge['band']> {
  const wanted: { at: Point; radius: number }[] = [];
  for (const [i, point] of border.entries()) {
    const radius = (await isHairy(picture, point)) ? hairRadius : await blurRadius(picture, point);
    if (radius > 0) wanted.push({ at: point.place, radius });
    progress?.((i + 1) / border.length);
  }
  return joined(withoutSingles(wanted));
}

async function blurRadius(picture: Picture, point: BorderPoint): Promise<number> {
  const sigma = await edgeSigma(picture, point);
  return sigma !== null && sigma >= blurred ? sigma * blurReach + 2 : 0;
}

/** Gradients in a window that run every way, where both sides are calmer. */
async function isHairy(picture: Picture, { place: [x, y], outward: [nx, ny] }: BorderPoint): Promise<boolean> {
  const here = await gradientsAt(picture, [x, y]);
  if (here.energy < leastEnergy || here.coherence > coherent) return false;
  const outside = await gradientsAt(picture, [x + nx * aside, y + ny * aside]);
  return here.energy > stronger * outside.energy;
}

/**
 * Mean squared gradient of a window, and how much its gradients run one way (1) or every way (0): the structure
 * tensor's eigenvalues.
 */
async function gradientsAt(picture: Picture, [x, y]: Point): Promise<{ energy: number; coherence: number }> {
  const side = 2 * window + 3;
  const region = { x: floor(x) - window - 1, y: floor(y) - window - 1, width: side, height: side };
  const { bytes, channels } = await readLevel(picture, 0, region);
  let [xx, xy, yy] = [0, 0, 0];
  for (let v = 1; v < side - 1; v++) {
    for (let u = 1; u < side - 1; u++) {
      for (let c = 0; c < (channels === 1 ? 1 : 3); c++) {
        const at = (v * side + u) * channels + c;
        const gx = (decodeByte[bytes[at + channels]] - decodeByte[bytes[at - channels]]) / 2;
        const gy = (decodeByte[bytes[at + side * channels]] - decodeByte[bytes[at - side * channels]]) / 2;
        xx += gx * gx;
        xy += gx * gy;
        yy += gy * gy;
      }
    }
  }
  const sum = xx + yy;
  return { energy: sum / (2 * window + 1) ** 2, coherence: sum > 0 ? hypot(xx - yy, 2 * xy) / sum : 1 };
}

/** How far the next place of the same stretch lies at most, plate px. */
const together = 40;
/** A line of fewer places is an accident. */
const leastPlaces = 3;

/** A place that stands alone is an accident. */
function withoutSingles(places: readonly { at: Point; radius: number }[]): { at: Point; radius: number }[] {
  return places.filter(
    (one) =>
      places.filter((other) => other !== one && hypot(other.at[0] - one.at[0], other.at[1] - one.at[1]) <= together)
        .length >= 2,
  );
}

/** Places joined to lines, each as wide as its widest place. */
function joined(places: readonly { at: Point; radius: number }[]): FineEdge['band'] {
  const left = [...places];
  const lines: FineEdge['band'] = [];
  while (left.length > 0) {
    let last = left.shift()!;
    const line: FineEdge['band'][number] = { radius: last.radius, points: [[last.at[0], last.at[1]]] };
    for (;;) {
      const from = last.at;
      const next = left.reduce(
        (best, one, k) => (best < 0 || distance(one.at, from) < distance(left[best].at, from) ? k : best),
        -1,
      );
      if (
        next < 0 ||
        distance(left[next].at, from) > together ||
        left[next].radius > 2 * line.radius ||
        left[next].radius < line.radius / 2
      )
        break;
      [last] = left.splice(next, 1);
      line.points.push([last.at[0], last.at[1]]);
      line.radius = max(line.radius, last.radius);
    }
    if (line.points.length >= leastPlaces)
      lines.push({ radius: Math.round(line.radius * 10) / 10, points: line.points });
  }
  return lines;
}

const distance = (a: Point, b: Point): number => hypot(a[0] - b[0], a[1] - b[1]);
