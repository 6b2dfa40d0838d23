import { touches } from '../../graph/node';
import { intersect, outerPixels, scaleRegion, type Region } from '../../pixels/region';
import type { MeasuredLettering, MeasureScene } from '../pass';
import type { Mark } from './schema';

/** How well a keep point is kept. */
export interface KeptPoint {
  mark: string;
  /** Share of its disc that lies off the sheet, 0..1. */
  off: number;
  /** Share of its disc that each lettering is seen over, with its outlines and its panel, 0..1; only those that are. */
  over: { lettering: string; share: number }[];
}

/** Less than this part of a disc is nothing of it. */
const hardly = 0.02;

/** What lies over keep points, and what of them lies off the sheet. */
export async function measureKept(
  marks: readonly Mark[],
  letterings: readonly MeasuredLettering<unknown>[],
  scene: MeasureScene,
): Promise<KeptPoint[]> {
  const kept: KeptPoint[] = [];
  for (const mark of marks)
    if (mark.kind === 'keep' && !mark.done) kept.push(await measureOne(mark, letterings, scene));
  return kept;
}

async function measureOne(
  { id, points: [[x, y]], radius }: Mark,
  letterings: readonly MeasuredLettering<unknown>[],
  scene: MeasureScene,
): Promise<KeptPoint> {
  const box: Region = { x: x - radius, y: y - radius, width: 2 * radius, height: 2 * radius };
  const whole = areaIn(box, [x, y], radius);
  const onSheet = intersect(box, { x: 0, y: 0, ...scene.sheet });
  const off = onSheet ? 1 - areaIn(onSheet, [x, y], radius) / whole : 1;
  if (!onSheet) return { mark: id, off, over: [] };
  const { scale } = scene;
  // A small disc is looked at closely enough to see what covers it.
  const fine = Math.max(scale, Math.min(1, 24 / radius));
  const request = { region: outerPixels(scaleRegion(onSheet, fine)), scale: fine };
  const over: KeptPoint['over'] = [];
  for (const lettering of letterings) {
    const seen = await seenIn(lettering, request, scene);
    if (!seen) continue;
    const disc = { region: request.region, scale: fine };
    const share = meanOver(seen, disc, [x, y], radius);
    if (share > hardly) over.push({ lettering: lettering.id, share });
  }
  return { mark: id, off: off < 1e-3 ? 0 : Math.min(1, off), over };
}

/** How much of each px a lettering is seen over: its layers, less what veils before it cover; null where it is not near. */
async function seenIn(
  { letters, painted, over }: MeasuredLettering<unknown>,
  request: { region: Region; scale: number },
  { evaluator, mattes }: MeasureScene,
): Promise<Float32Array | null> {
  const near = painted.layers.filter(
    ({ node, isCast, place }) => !isCast && place !== 'hole' && touches(node.bounds, request),
  );
  if (near.length === 0) return null;
  const free = new Float32Array(request.region.width * request.region.height).fill(1);
  for (const { node, covers, strength = 1 } of near) {
    const { data, channels } = await evaluator.pixels(covers ?? node, request);
    for (let i = 0, at = channels - 1; i < free.length; i++, at += channels) free[i] *= 1 - data[at] * strength;
  }
  const before = new Set(letters.letters.flatMap(({ start }) => over(start)));
  for (const veil of before) {
    const matte = mattes.get(veil);
    if (!matte || !touches(matte.bounds, request)) continue;
    const { data } = await evaluator.pixels(matte, request);
    for (let i = 0; i < free.length; i++) free[i] = 1 - (1 - free[i]) * (1 - data[i]);
  }
  return free.map((value) => 1 - value);
}

/** The mean of some values over a disc, 0..1. */
function meanOver(
  values: Float32Array,
  { region, scale }: { region: Region; scale: number },
  [x, y]: readonly [number, number],
  radius: number,
): number {
  let [sum, count] = [0, 0];
  for (let row = 0, i = 0; row < region.height; row++)
    for (let column = 0; column < region.width; column++, i++) {
      const far = Math.hypot((region.x + column + 0.5) / scale - x, (region.y + row + 0.5) / scale - y);
      if (far > radius) continue;
      sum += values[i];
      count++;
    }
  return count === 0 ? 0 : sum / count;
}

/** How much of a disc lies in a box, sheet px², by a grid of samples. */
function areaIn(box: Region, [x, y]: readonly [number, number], radius: number): number {
  const steps = 64;
  let inside = 0;
  for (let row = 0; row < steps; row++)
    for (let column = 0; column < steps; column++) {
      const px = box.x + ((column + 0.5) / steps) * box.width;
      const py = box.y + ((row + 0.5) / steps) * box.height;
      if (Math.hypot(px - x, py - y) <= radius) inside++;
    }
  return (inside / (steps * steps)) * box.width * box.height;
}
