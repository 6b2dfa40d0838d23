import { contentKey, type Node } from '../../../graph/node';
import { emptyRaster } from '../../../pixels/raster';
import type { MapStroke } from '../schema';
import { falloff } from '../pull/stroke';

/** Looked up once: these loops are hot. */
const { ceil, floor, hypot, max, min } = Math;

const targets: Record<MapStroke['to'], number> = { high: 1, low: 0, even: 0.5 };

/** A map that was painted: 0.5 where no brush has been, 1 high, 0 low. One channel. */
export const paintedNode = (strokes: readonly MapStroke[]): Node => ({
  key: contentKey('map painted', strokes),
  channels: 1,
  bounds: null,
  needs: () => ({}),
  compute({ region: { x, y, width, height }, scale }) {
    const out = emptyRaster(width, height, 1);
    out.data.fill(0.5);
    for (const stroke of strokes) {
      const points = stroke.points.map(([px, py]) => [px * scale - x, py * scale - y] as const);
      paint(out.data, width, height, { ...stroke, points, radius: stroke.radius * scale });
    }
    return out;
  },
});

interface Placed extends Omit<MapStroke, 'points'> {
  points: readonly (readonly [number, number])[];
}

/** Brings every place under the brush towards its target, once for the whole stroke. */
function paint(values: Float32Array, width: number, height: number, stroke: Placed): void {
  const { points, radius, softness, strength, to } = stroke;
  const under = new Float32Array(values.length);
  for (let i = 0; i < points.length; i++) {
    const [ax, ay] = points[max(0, i - 1)];
    const [bx, by] = points[i];
    const [left, right] = [max(0, floor(min(ax, bx) - radius)), min(width, ceil(max(ax, bx) + radius))];
    const [top, bottom] = [max(0, floor(min(ay, by) - radius)), min(height, ceil(max(ay, by) + radius))];
    const [dx, dy] = [bx - ax, by - ay];
    const long = dx * dx + dy * dy;
    for (let y = top; y < bottom; y++)
      for (let x = left; x < right; x++) {
        const [px, py] = [x + 0.5 - ax, y + 0.5 - ay];
        const t = long > 0 ? min(1, max(0, (px * dx + py * dy) / long)) : 0;
        const weight = falloff(hypot(px - t * dx, py - t * dy) / radius, softness);
        const at = y * width + x;
        if (weight > under[at]) under[at] = weight;
      }
  }
  for (let i = 0; i < values.length; i++) values[i] += (targets[to] - values[i]) * under[i] * strength;
}
