import { apart, type Regions } from './regions';

/** Looked up once: these loops are hot. */
const { exp, sqrt, max, min, hypot } = Math;
const endless = Infinity;

/** Sigma of colours that count as alike, Oklab; of places that count as near, picture's longer side; of the borders' share. */
const [alike, near, connectedness] = [0.05, 0.25, 1];
/** What has the colours of something hangs together with it, also where other things lie between; Oklab. */
const jump = 0.02;
/** Neighbours are tied a little however they differ. */
const leastTie = 0.1;
const rounds = 300;

/**
 * How much each region stands out, 0..1: what hangs together with the picture's borders by its colours lies behind, and
 * what differs from that stands out; both are joined so that neighbours that are alike agree (Zhu, Liang, Wei and Sun
 * 2014).
 * @param longer side of the picture, px
 */
export function salienceOf(regions: Regions, longer: number): Float64Array {
  const { count, areas, rims, places } = regions;
  const behind = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    const ways = waysFrom(regions, k);
    let [area, length] = [0, 0];
    for (let other = 0; other < count; other++) {
      const way = min(ways[other], apart(regions, k, other) + jump);
      const share = exp(-(way * way) / (2 * alike * alike));
      area += share * areas[other];
      length += share * rims[other];
    }
    // How much of the picture's border it hangs together with, against the root of all that it hangs together with.
    const share = length / sqrt(max(1, area));
    behind[k] = 1 - exp(-(share * share) / (2 * connectedness * connectedness));
  }
  const whole = areas.reduce((sum, one) => sum + one, 0);
  const contrast = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    for (let other = 0; other < count; other++) {
      const away = hypot(places[k][0] - places[other][0], places[k][1] - places[other][1]) / longer;
      contrast[k] +=
        apart(regions, k, other) * exp((-away * away) / (2 * near * near)) * behind[other] * (areas[other] / whole);
    }
  }
  const strongest = contrast.reduce((a, b) => max(a, b), 1e-9);
  return joined(
    regions,
    behind,
    contrast.map((one) => one / strongest),
  );
}

/** Lengths of the shortest ways by colour (Dijkstra 1959); regions at the picture's border are neighbours of each other. */
function waysFrom(regions: Regions, start: number): Float64Array {
  const { count, rims, neighbours } = regions;
  const way = new Float64Array(count).fill(endless);
  const done = new Uint8Array(count);
  way[start] = 0;
  for (;;) {
    let next = -1;
    for (let i = 0; i < count; i++) if (!done[i] && way[i] < endless && (next < 0 || way[i] < way[next])) next = i;
    if (next < 0) return way;
    done[next] = 1;
    const step = (other: number): void => {
      const length = way[next] + apart(regions, next, other);
      if (length < way[other]) way[other] = length;
    };
    for (const other of neighbours[next].keys()) step(other);
    if (rims[next] > 0) for (let other = 0; other < count; other++) if (rims[other] > 0 && !done[other]) step(other);
  }
}

/** Least squares: 0 where it lies behind, 1 where it differs, neighbours alike; by Gauss and Seidel. */
function joined(regions: Regions, behind: Float64Array, contrast: Float64Array): Float64Array {
  const out = contrast.slice();
  const ties = regions.neighbours.map((others, k) =>
    [...others.keys()].map((other): [number, number] => [
      other,
      exp(-(apart(regions, k, other) ** 2) / (2 * alike * alike)) + leastTie,
    ]),
  );
  for (let round = 0; round < rounds; round++) {
    for (let k = 0; k < out.length; k++) {
      let [sum, weight] = [contrast[k], contrast[k] + behind[k]];
      for (const [other, tie] of ties[k]) [sum, weight] = [sum + tie * out[other], weight + tie];
      out[k] = sum / weight;
    }
  }
  return out;
}
