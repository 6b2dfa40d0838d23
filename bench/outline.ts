import { gaussianBlur } from '../core/kernels/blur';
import { signedArea } from '../core/shape/winding';
import { polygonsOf } from '../core/passes/veils/contour';
import type { Contour, TracePoint } from '../core/passes/veils/schema';
import { Tracer } from '../core/passes/veils/trace/tracer';
import type { Picture } from '../core/pictures/pyramid';
import { coverage } from '../core/shape/coverage';

type Point = [number, number];

/** A hand follows the large form and not each hair: sigma, px; and clicks this often, px. */
const handSigma = 5;
const between = 80;
/** Forms smaller than this are not traced, px. */
const leastArea = 3000;

/** Outlines of a mask, each going round with the form at its right hand. */
function outlinesOf(mask: Uint8Array, width: number, height: number): Point[][] {
  const inside = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < width && y < height && mask[y * width + x] === 1;
  const done = new Set<number>();
  const outlines: Point[][] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      // Begins at an upper edge that no outline has passed.
      if (!inside(x, y) || inside(x, y - 1) || done.has(y * width + x)) continue;
      const points: Point[] = [];
      let [px, py, dx, dy] = [x, y, 1, 0];
      do {
        if (dx === 1) done.add(py * width + px);
        points.push([px, py]);
        [px, py] = [px + dx, py + dy];
        // The two px ahead, left and right of the way (y runs down): the one whose corner the way has come to.
        const left = inside(px + (dx + dy > 0 ? 0 : -1), py + (dx - dy > 0 ? -1 : 0));
        const right = inside(px + (dx - dy > 0 ? 0 : -1), py + (dx + dy > 0 ? 0 : -1));
        if (left) [dx, dy] = [dy, -dx];
        else if (!right) [dx, dy] = [-dy, dx];
      } while (px !== x || py !== y || dx !== 1);
      outlines.push(points);
    }
  }
  return outlines;
}

/**
 * What a person cuts by tracing: clicks along the true form, the program's own path between them. @returns one value
 * for each px, 0..1
 */
export async function tracedByHand(picture: Picture, truth: Float32Array): Promise<Float32Array> {
  const { width, height } = picture;
  const form = gaussianBlur({ width, height, channels: 1, data: truth }, handSigma).data;
  const outlines = outlinesOf(
    Uint8Array.from(form, (value) => Number(value >= 0.5)),
    width,
    height,
  ).filter((points) => Math.abs(signedArea(points)) / 2 >= leastArea);
  const contours: Contour[] = [];
  for (const outline of outlines) {
    const clicks = outline.filter((_, i) => i % between === 0);
    const tracer = new Tracer(picture);
    const points: TracePoint[] = [];
    for (let i = 0; i < clicks.length; i++) {
      const from = await tracer.onEdge(clicks[i], 0);
      const to = await tracer.onEdge(clicks[(i + 1) % clicks.length], 0);
      await tracer.start(from, 0);
      points.push({
        x: from[0],
        y: from[1],
        to: 'edge',
        via: (await tracer.finish(from, to)).slice(1, -1).map(([x, y]): Point => [x, y]),
      });
    }
    contours.push({ closed: true, points });
  }
  return coverage(polygonsOf(contours), { x: 0, y: 0, width, height }).data;
}
