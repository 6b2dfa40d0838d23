import { emptyRaster } from '../pixels/raster';
import { smoothStep } from '../pixels/smoothStep';
import type { BrushStroke } from '../shape/brush';
import { filtered } from './filter';
import { contentKey, type Node } from './node';

/** Looked up once: these loops are hot. */
const { ceil, floor, hypot, max, min } = Math;

/** A brush is never harder than this: what it does would end in steps. */
const hardest = 0.35;

/** 1 in the middle of a brush, smoothly down to 0 at its rim. @param far in radii */
export const falloff = (far: number, softness: number): number => smoothStep((1 - far) / max(hardest, softness));

/**
 * What strokes make of an even ground: each brings every place under it towards its own value, once for the whole stroke.
 * One channel.
 */
export const brushedNode = (ground: number, strokes: readonly (BrushStroke & { value: number })[]): Node => ({
  key: contentKey('brushed', ground, strokes),
  channels: 1,
  bounds: null,
  needs: () => ({}),
  compute({ region: { x, y, width, height }, scale }) {
    const out = emptyRaster(width, height, 1);
    out.data.fill(ground);
    for (const stroke of strokes) {
      const points = stroke.points.map(([px, py]) => [px * scale - x, py * scale - y] as const);
      brush(out.data, width, height, { ...stroke, points, radius: stroke.radius * scale });
    }
    return out;
  },
});

function brush(values: Float32Array, width: number, height: number, stroke: BrushStroke & { value: number }): void {
  const { points, radius, softness, strength, value } = stroke;
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
  for (let i = 0; i < values.length; i++) values[i] += (value - values[i]) * under[i] * strength;
}

/** A stroke that takes something away, or brings it back. */
export interface TouchStroke extends BrushStroke {
  to: 'less' | 'back';
}

/** A layer of which strokes have taken something away. @param layer four channels, premultiplied */
export function touchedUp(layer: Node, strokes: readonly TouchStroke[]): Node {
  if (strokes.length === 0) return layer;
  const left = brushedNode(
    1,
    strokes.map((stroke) => ({ ...stroke, value: stroke.to === 'less' ? 0 : 1 })),
  );
  return filtered(layer, {
    key: 'touched up',
    reach: 0,
    keepsBlank: true,
    with: { left },
    apply(source, { inputs }) {
      const out = emptyRaster(source.width, source.height, 4);
      for (let i = 0, at = 0; at < out.data.length; i++, at += 4)
        for (let c = 0; c < 4; c++) out.data[at + c] = source.data[at + c] * inputs.left.data[i];
      return out;
    },
  });
}
