import { rangeOf } from '../map/stretch';
import type { Displacement } from '../schema';
import { easedAbove, easedBelow } from './eased';
import { partOf, type LawScene } from './part';
import { alongSurface } from './surface';

/** Looked up once: these loops are hot. */
const { abs, cos, hypot, PI, sin } = Math;

/**
 * Where each place shows the letters from: `from - place`, sheet px, and how far it was eased so that nothing folds over,
 * in a region of the grid.
 */
export interface Shifts {
  width: number;
  height: number;
  across: Float32Array;
  down: Float32Array;
  /** Sheet px. */
  eased: Float32Array;
}

/** Letters never move so unevenly that they fold: by no more than this for each px. */
const steepest = 0.92;

/**
 * The four laws added up. A place p shows what lies at p + shift on the flat letters. Level and slope: the letters are
 * moved by the map at p; length and view: see `alongSurface`.
 */
export function shiftsOf(displacement: Displacement, scene: LawScene): Shifts {
  const { width, height } = scene.region;
  const count = width * height;
  const out: Shifts = {
    width,
    height,
    across: new Float32Array(count),
    down: new Float32Array(count),
    eased: new Float32Array(count),
  };
  const { level, slope, length, view } = displacement;
  const isSloped = slope[0] !== 0 || slope[1] !== 0;
  const share = steepest / (Number(level !== 0) + Number(isSloped) || 1);
  if (level !== 0) addLevel(out, displacement, scene, share);
  if (isSloped) addSlope(out, displacement, scene, share);
  if ((length > 0 || view > 0) && scene.height > 0) {
    const { across, down } = alongSurface(displacement, scene);
    for (let i = 0; i < count; i++) {
      out.across[i] += across[i] / scene.scale;
      out.down[i] += down[i] / scene.scale;
    }
  }
  return out;
}

/** d = k (m - 1/2) along a direction. What is higher is nearer. */
function addLevel(out: Shifts, { level, angle }: Displacement, { map, region, scale }: LawScene, share: number): void {
  const part = partOf(map, region);
  const along: [number, number] = [cos((angle * PI) / 180), sin((angle * PI) / 180)];
  const wanted = { ...part, data: part.data.map((value) => level * (value - 0.5)) };
  const most = share / scale;
  const eased = level > 0 ? easedAbove(wanted, along, most) : easedBelow(wanted, along, most);
  for (let i = 0; i < eased.length; i++) {
    out.across[i] -= eased[i] * along[0];
    out.down[i] -= eased[i] * along[1];
    out.eased[i] += abs(eased[i] - wanted.data[i]);
  }
}

/** So many places are steeper than what the strength stands for. */
const steepShare = 0.02;

/** d = k grad(m), across and down, with grad(m) measured in its own steepest. */
function addSlope(out: Shifts, { slope }: Displacement, { map, region, scale }: LawScene, share: number): void {
  const { width, height, data } = partOf(map, {
    ...region,
    x: region.x - 1,
    y: region.y - 1,
    width: region.width + 2,
    height: region.height + 2,
  });
  const count = region.width * region.height;
  const gradients = [new Float32Array(count), new Float32Array(count)];
  const steep = new Float32Array(count);
  for (let y = 1, i = 0; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++, i++) {
      const at = y * width + x;
      gradients[0][i] = (data[at + 1] - data[at - 1]) / 2;
      gradients[1][i] = (data[at + width] - data[at - width]) / 2;
      steep[i] = hypot(gradients[0][i], gradients[1][i]);
    }
  const [, unit] = rangeOf(steep, steepShare);
  if (!(unit > 1e-6)) return;
  const most = share / scale / 2;
  for (const [axis, into] of [out.across, out.down].entries()) {
    const factor = slope[axis] / unit;
    if (factor === 0) continue;
    const along: [number, number] = axis === 0 ? [1, 0] : [0, 1];
    const wanted = { width: region.width, height: region.height, data: gradients[axis].map((value) => value * factor) };
    const [above, below] = [easedAbove(wanted, along, most), easedBelow(wanted, along, most)];
    for (let i = 0; i < count; i++) {
      const eased = (above[i] + below[i]) / 2;
      into[i] -= eased;
      out.eased[i] += abs(eased - wanted.data[i]);
    }
  }
}
