import { gaussianBlur } from '../../kernels/blur';
import type { CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { abs, atan2, cos, hypot, max, min, PI, sin, sqrt } = Math;

/** A straight edge, px of the view. */
export interface Segment {
  from: readonly [number, number];
  to: readonly [number, number];
  length: number;
  /** Mean step of Oklab lightness across it, each px. */
  strength: number;
}

/** Directions within this of their region's belong to it, rad. */
const tolerance = PI / 8;
/** A weaker step of encoded brightness each px has no direction. */
const leastStrength = 0.006;
/** Shorter ones, px, or ones wider than this part of their length, are none. */
const [shortest, widest] = [9, 0.25];
const most = 1600;

/** Straight edges: regions of px whose gradients point the same way (after Grompone von Gioi et al. 2010). */
export function straightEdges({ width, height, lab }: CoarseView): Segment[] {
  const { data } = gaussianBlur({ width, height, channels: 1, data: lab[0] }, 0.8);
  const strength = new Float32Array(width * height);
  const angle = new Float32Array(width * height);
  const order: number[] = [];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const dx = (data[i + 1] - data[i - 1]) / 2;
      const dy = (data[i + width] - data[i - width]) / 2;
      strength[i] = hypot(dx, dy);
      angle[i] = atan2(dy, dx);
      if (strength[i] >= leastStrength) order.push(i);
    }
  }
  order.sort((a, b) => strength[b] - strength[a]);
  const taken = new Uint8Array(width * height);
  const out: Segment[] = [];
  for (const seed of order) {
    if (taken[seed]) continue;
    const region = regionFrom(seed, { width, strength, angle, taken });
    const segment = region.length < shortest ? null : fitted(region, strength, width);
    if (segment) out.push(segment);
  }
  return out.sort((a, b) => b.length - a.length).slice(0, most);
}

interface Field {
  width: number;
  strength: Float32Array;
  angle: Float32Array;
  taken: Uint8Array;
}

function regionFrom(seed: number, { width, strength, angle, taken }: Field): number[] {
  const region = [seed];
  taken[seed] = 1;
  let [sx, sy] = [cos(angle[seed]), sin(angle[seed])];
  for (let k = 0; k < region.length; k++) {
    const own = atan2(sy, sx);
    for (let v = -1; v <= 1; v++) {
      for (let u = -1; u <= 1; u++) {
        const next = region[k] + v * width + u;
        if (taken[next] || strength[next] < leastStrength) continue;
        let turn = abs(angle[next] - own);
        if (turn > PI) turn = 2 * PI - turn;
        if (turn > tolerance) continue;
        taken[next] = 1;
        region.push(next);
        sx += cos(angle[next]);
        sy += sin(angle[next]);
      }
    }
  }
  return region;
}

/** A region's axis by its moments, weighed by strength; null where it is no line. */
function fitted(region: readonly number[], strength: Float32Array, width: number): Segment | null {
  let [all, mx, my] = [0, 0, 0];
  for (const i of region) {
    all += strength[i];
    mx += strength[i] * (i % width);
    my += strength[i] * ((i / width) | 0);
  }
  [mx, my] = [mx / all, my / all];
  let [xx, xy, yy] = [0, 0, 0];
  for (const i of region) {
    const [dx, dy] = [(i % width) - mx, ((i / width) | 0) - my];
    xx += strength[i] * dx * dx;
    xy += strength[i] * dx * dy;
    yy += strength[i] * dy * dy;
  }
  const turn = atan2(2 * xy, xx - yy) / 2;
  const [ux, uy] = [cos(turn), sin(turn)];
  let [first, last] = [Infinity, -Infinity];
  for (const i of region) {
    const t = ((i % width) - mx) * ux + (((i / width) | 0) - my) * uy;
    first = min(first, t);
    last = max(last, t);
  }
  const length = last - first;
  const across = sqrt(max(0, (xx * uy * uy - 2 * xy * ux * uy + yy * ux * ux) / all));
  if (length < shortest || across * 4 > widest * length + 2) return null;
  return {
    from: [mx + 0.5 + first * ux, my + 0.5 + first * uy],
    to: [mx + 0.5 + last * ux, my + 0.5 + last * uy],
    length,
    strength: all / region.length,
  };
}
