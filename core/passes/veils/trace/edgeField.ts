import { gaussianBlur } from '../../../kernels/blur';
import { levelSize, readLevel, type Picture } from '../../../pictures/pyramid';
import type { Raster } from '../../../pixels/raster';
import type { Region } from '../../../pixels/region';
import type { Point } from '../../../shape/affine';

/** How strong the photo's edge is at each pixel of a part of one pyramid level, and which way it looks. */
export interface EdgeField {
  level: number;
  /** The part, in px of that level. */
  region: Region;
  /** Gradient magnitude, 0..1 of the strongest edges in the part. */
  strength: Float32Array;
  /** Unit gradient, across the edge. */
  acrossX: Float32Array;
  acrossY: Float32Array;
}

/** Smoothing before the gradient is taken, level px: grain is quietened, edges stay in place. */
const smoothing = 1;

/**
 * Measures the edges around a point.
 * @param centre plate px
 * @param reach how far to each side, level px
 */
export async function edgeFieldAround(
  picture: Picture,
  level: number,
  centre: Point,
  reach: number,
): Promise<EdgeField> {
  const x = Math.round(centre[0] / 2 ** level);
  const y = Math.round(centre[1] / 2 ** level);
  return edgeField(picture, level, { x: x - reach, y: y - reach, width: 2 * reach + 1, height: 2 * reach + 1 });
}

/** Measures the edges of a part of one level, which is cut to the picture. */
export async function edgeField(picture: Picture, level: number, wanted: Region): Promise<EdgeField> {
  const size = levelSize(picture.width, picture.height, level);
  const left = Math.max(0, Math.min(size.width - 1, Math.floor(wanted.x)));
  const top = Math.max(0, Math.min(size.height - 1, Math.floor(wanted.y)));
  const region = {
    x: left,
    y: top,
    width: Math.max(1, Math.min(size.width, Math.ceil(wanted.x + wanted.width)) - left),
    height: Math.max(1, Math.min(size.height, Math.ceil(wanted.y + wanted.height)) - top),
  };
  const { bytes, channels } = await readLevel(picture, level, region);
  const planes = [0, 1, 2].slice(0, Math.min(3, channels)).map((channel): Raster => {
    const data = new Float32Array(region.width * region.height);
    for (let i = 0; i < data.length; i++) data[i] = bytes[i * channels + channel] / 255;
    return gaussianBlur({ width: region.width, height: region.height, channels: 1, data }, smoothing);
  });
  return normalised({ level, region, ...strongestGradient(planes, region) });
}

/** The gradient of whichever colour channel changes most (central differences). */
function strongestGradient(
  planes: readonly Raster[],
  { width, height }: Region,
): Pick<EdgeField, 'strength' | 'acrossX' | 'acrossY'> {
  const strength = new Float32Array(width * height);
  const acrossX = new Float32Array(width * height);
  const acrossY = new Float32Array(width * height);
  const { sqrt } = Math;
  for (const { data } of planes) {
    for (let y = 0, i = 0; y < height; y++) {
      const up = y > 0 ? -width : 0;
      const down = y < height - 1 ? width : 0;
      for (let x = 0; x < width; x++, i++) {
        const gx = data[i + (x < width - 1 ? 1 : 0)] - data[i - (x > 0 ? 1 : 0)];
        const gy = data[i + down] - data[i + up];
        const magnitude = sqrt(gx * gx + gy * gy);
        if (magnitude <= strength[i]) continue;
        strength[i] = magnitude;
        acrossX[i] = gx / magnitude;
        acrossY[i] = gy / magnitude;
      }
    }
  }
  return { strength, acrossX, acrossY };
}

/** Scales strengths so that the strongest hundredth reaches 1. */
function normalised(field: EdgeField): EdgeField {
  const { strength } = field;
  const counts = new Uint32Array(1024);
  for (let i = 0; i < strength.length; i++) counts[(strength[i] * 512) & 1023]++;
  let left = strength.length * 0.01;
  let bin = 1023;
  while (bin > 0 && (left -= counts[bin]) > 0) bin--;
  const full = Math.max(0.02, (bin + 1) / 512);
  for (let i = 0; i < strength.length; i++) strength[i] = strength[i] > full ? 1 : strength[i] / full;
  return field;
}

/** Strength between pixels, bilinear; px of the field's level, pixel centres at .5. Zero outside. */
export function strengthAt({ region, strength }: EdgeField, x: number, y: number): number {
  const u = x - 0.5 - region.x;
  const v = y - 0.5 - region.y;
  const column = Math.floor(u);
  const row = Math.floor(v);
  if (column < 0 || row < 0 || column >= region.width - 1 || row >= region.height - 1) return 0;
  const [s, t] = [u - column, v - row];
  const at = row * region.width + column;
  const upper = strength[at] + (strength[at + 1] - strength[at]) * s;
  const lower = strength[at + region.width] + (strength[at + region.width + 1] - strength[at + region.width]) * s;
  return upper + (lower - upper) * t;
}

/** The place of the strongest edge within `reach` level px of a point; plate px in and out. */
export function nearestEdge(field: EdgeField, point: Point, reach: number): Point {
  const factor = 2 ** field.level;
  const [x, y] = [point[0] / factor, point[1] / factor];
  let best: Point = point;
  let most = 0.15;
  for (let dy = -reach; dy <= reach; dy++) {
    for (let dx = -reach; dx <= reach; dx++) {
      const distance = Math.hypot(dx, dy);
      if (distance > reach) continue;
      const value = strengthAt(field, x + dx, y + dy) * (1 - (0.5 * distance) / (reach + 1));
      if (value > most) [most, best] = [value, [(x + dx) * factor, (y + dy) * factor]];
    }
  }
  return best;
}
