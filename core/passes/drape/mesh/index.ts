import { contentKey } from '../../../graph/node';
import { memoizeLast } from '../../../graph/memoize';
import type { Region } from '../../../pixels/region';
import { sizeOf, type Point } from '../../../shape/affine';
import type { Bend } from '../../../shape/warpPath';
import { bentLetters } from '../../../type/bentLetters';
import type { Letter, Letters, PlaneMap } from '../../../type/letters';
import type { Mesh } from '../schema';
import { netField } from './net';

/** How far, sheet px, a bent outline may lie from the true one. */
const fineness = 0.01;

/** Steps of the way back, and how near, lettering px, it has to come. */
const [mostSteps, nearEnough] = [24, 1e-4];

/** Letters bent by their net, after bend and corners: those stay as they are underneath. */
export function meshed(letters: Letters, mesh: Mesh): Letters {
  const box = letters.flatInk;
  if (!box || box.width <= 0 || box.height <= 0 || mesh.points.every(isStill)) return letters;
  // The tolerance follows the size in steps, so that scaling by hand does not bend anew for every px.
  const step = 2 ** Math.ceil(Math.log2(Math.max(1e-3, sizeOf(letters.place))));
  const key = contentKey('mesh', letters.warp?.key ?? '', box, mesh.across, mesh.down, mesh.points);
  const bent = lastMeshed(letters.letters, `${key} ${step}`, () => {
    const warp = throughNet(mesh, box, letters.warp, key);
    const flatOf = (point: Point): Point => letters.warp?.backward(point) ?? point;
    const field = boxField(mesh, box);
    const bend: Bend = {
      keepsLines: false,
      forward(point) {
        const [dx, dy] = field(flatOf(point));
        return [point[0] + dx, point[1] + dy];
      },
    };
    return bentLetters(letters, [bend], fineness / step, warp);
  });
  // What may have changed besides the outlines is where the letters stand.
  return { ...bent, place: letters.place, echoes: letters.echoes, reading: letters.reading };
}

const lastMeshed = memoizeLast<readonly Letter[], Letters>();

const isStill = ({ move, across, down }: Mesh['points'][number]): boolean =>
  [move, across ?? [0, 0], down ?? [0, 0]].every(([x, y]) => x === 0 && y === 0);

/** How far a place in the letters' plane is moved; lettering px. */
function boxField(mesh: Mesh, { x, y, width, height }: Region): (point: Point) => [number, number] {
  const field = netField(mesh);
  return ([px, py]) => field((px - x) / width, (py - y) / height);
}

/** The whole way from the plane as the lockup left it: bend and corners, then the net. */
function throughNet(mesh: Mesh, box: Region, under: PlaneMap | null, key: string): PlaneMap {
  const field = boxField(mesh, box);
  const forward = (point: Point): Point => {
    const [x, y] = under?.forward(point) ?? point;
    const [dx, dy] = field(point);
    return [x + dx, y + dy];
  };
  return { key, forward, backward: (point) => backThrough(forward, under?.backward(point) ?? point, point, box) };
}

/** The place that comes to lie at `wanted` (Newton's method from `start`, slopes by differences); as near as it comes. */
function backThrough(forward: (point: Point) => Point, start: Point, wanted: Point, box: Region): Point {
  const near = 1e-4 * Math.max(box.width, box.height);
  let [x, y] = start;
  let best: { at: Point; far: number } = { at: start, far: Infinity };
  for (let i = 0; i < mostSteps; i++) {
    const [fx, fy] = forward([x, y]);
    const [ex, ey] = [wanted[0] - fx, wanted[1] - fy];
    const far = Math.hypot(ex, ey);
    if (far < best.far) best = { at: [x, y], far };
    if (far < nearEnough) break;
    const [ax, ay] = forward([x + near, y]);
    const [bx, by] = forward([x, y + near]);
    const [a, b, c, d] = [(ax - fx) / near, (bx - fx) / near, (ay - fy) / near, (by - fy) / near];
    const determinant = a * d - b * c;
    if (Math.abs(determinant) < 1e-6) break;
    // Half a step where the whole one would leave the box's surroundings: a net may be folded there.
    const [dx, dy] = [(d * ex - b * ey) / determinant, (a * ey - c * ex) / determinant];
    const most = 0.25 * Math.max(box.width, box.height);
    const part = Math.min(1, most / Math.max(1e-9, Math.hypot(dx, dy)));
    [x, y] = [x + dx * part, y + dy * part];
  }
  return best.at;
}

/** Places along either side where folds are looked for. */
const looked = 48;

/** The part of the letters' box that lies folded over after bend, corners and net: turned face down there. */
export function foldedShare({ flatInk: box, warp }: Letters): number {
  if (!box || !warp) return 0;
  const at = (i: number, j: number): Point =>
    warp.forward([box.x + (box.width * i) / looked, box.y + (box.height * j) / looked]);
  let [face, back] = [0, 0];
  for (let j = 0; j < looked; j++)
    for (let i = 0; i < looked; i++) {
      const [a, b, c] = [at(i, j), at(i + 1, j), at(i, j + 1)];
      if ((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) < 0) back++;
      else face++;
    }
  return Math.min(face, back) / (face + back);
}
