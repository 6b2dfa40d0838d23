import { smoothStep } from '../../../pixels/smoothStep';
import type { Point } from '../../../shape/affine';
import { edgeNear, stretchesAt } from './column';
import type { DripPlace } from './places';

/** Points along the fillet at its root, the body, and the round end. */
const [filletPoints, bodyPoints, endPoints] = [10, 24, 28];

/**
 * A drip as a closed polygon that begins within its letter and runs round the same way, so that both together are one
 * shape: a fillet from the edge, a neck, a round end.
 * @param polygons of the letter, in the frame of the drips
 * @param neck by how much it is thinner above its end, fraction
 */
export function dripOutline(
  polygons: readonly (readonly Point[])[],
  { x, edge, above, turn, width, length }: DripPlace,
  neck: number,
): Point[] {
  const half = width / 2;
  // A short drip has no neck yet: it is a drop.
  const drawn = neck * smoothStep((length / width - 1.2) / 3);
  const fillet = Math.min(0.9 * width, 0.45 * length);
  const end = Math.min(half * (1 - 0.25 * drawn), length - fillet);
  const left = filletAt(polygons, x, -1, edge, half, fillet);
  const right = filletAt(polygons, x, 1, edge, half, fillet);
  const start = (fillets: readonly Fillet[]): number => fillets[fillets.length - 1]?.[1] ?? edge;
  const tip = Math.max(edge + length, start(left) + end, start(right) + end);
  const thinnest = half * (1 - drawn);
  /** Half as wide as the drip is so far from its end. */
  const halfAt = (share: number): number => {
    const thinning = half + (Math.min(thinnest, end) - half) * smoothStep(share / 0.55);
    return thinning + (end - thinning) * smoothStep((share - 0.6) / 0.4);
  };
  const side = (sign: number, from: number): Point[] =>
    Array.from({ length: bodyPoints }, (_, i): Point => {
      const share = (i + 1) / bodyPoints;
      return [x + sign * halfAt(share), from + (tip - end - from) * share];
    });
  const round = Array.from({ length: endPoints - 1 }, (_, i): Point => {
    const angle = Math.PI * (1 - (i + 1) / endPoints);
    return [x + end * Math.cos(angle), tip - end + end * Math.sin(angle)];
  });
  const depth = Math.min(0.5 * width, 0.5 * above);
  const within = [...left, ...right]
    .map(([px, py, drop]): Point => [px, py - drop - depth])
    .sort((a, b) => b[0] - a[0]);
  const outline: Point[] = [
    ...left.map(([px, py]): Point => [px, py]),
    ...side(-1, start(left)),
    ...round,
    ...side(1, start(right)).reverse(),
    ...right.map(([px, py]): Point => [px, py]).reverse(),
    ...within,
  ];
  const own = stretchesAt([outline], x)[0]?.turn ?? turn;
  return own > 0 === turn > 0 ? outline : outline.reverse();
}

/** Across, down, and how far below the letter's edge. */
type Fillet = readonly [x: number, y: number, drop: number];

/** From the edge, which it leaves without a corner, inwards to the drip's side: a quarter of a circle. */
function filletAt(
  polygons: readonly (readonly Point[])[],
  x: number,
  sign: number,
  edge: number,
  half: number,
  radius: number,
): Fillet[] {
  const out: Fillet[] = [];
  let last = edge;
  // From the drip outwards, as far as the edge goes on.
  for (let i = filletPoints; i >= 0; i--) {
    const along = (radius * i) / filletPoints;
    const px = x + sign * (half + radius - along);
    const found = edgeNear(polygons, px, last, 0.35 * (half + radius));
    if (found === null) break;
    last = found;
    const drop = radius - Math.sqrt(Math.max(0, radius * radius - along * along));
    out.unshift([px, found + drop, drop]);
  }
  return out;
}
