import { corners, type Point } from '../../../shape/affine';
import { pathBounds } from '../../../shape/bounds';
import { flatten, polygonPath } from '../../../shape/path';
import { drawnLetters } from '../../../testing/letters';
import type { Letters } from '../../../type/letters';
import { perspectiveOf } from '../../stance/bending';
import type { Mesh } from '../schema';
import { meshSchema } from '../schema';
import { foldedShare, meshed } from '.';
import { withLine, withLines, withoutLine, withPoint } from './change';
import { netField, plainMesh } from './net';

const box = { x: 10, y: 20, width: 200, height: 100 };

/** One letter that fills its box. */
function block(warp: Letters['warp'] = null): Letters {
  const path = polygonPath(corners(box).map((point) => warp?.forward(point) ?? point));
  const letter = { start: 0, text: 'I', line: 0, path, bounds: pathBounds(path), flatBounds: box, colour: null };
  const line = {
    start: 0,
    text: 'I',
    ink: letter.bounds,
    flatInk: box,
    carets: [{ foot: corners(box)[3], head: corners(box)[0] }],
  };
  return drawnLetters([letter], { lines: [line], flatInk: box, warp });
}
const moving = (mesh: Mesh, move: (u: number, v: number) => [number, number]): Mesh => ({
  ...mesh,
  points: mesh.points.map((point, i) => ({
    ...point,
    move: move(mesh.across[i % mesh.across.length], mesh.down[Math.floor(i / mesh.across.length)]),
  })),
});
const places = Array.from({ length: 30 }, (_, i): [number, number] => [(i * 0.37) % 1, (i * 0.61) % 1]);

test('a net of one field moves what lies between its corners evenly', () => {
  const mesh = moving(plainMesh(2, 2), (u, v) => [u === 1 && v === 1 ? 12 : 0, u === 0 ? 4 : 0]);
  const field = netField(mesh);
  for (const [u, v] of places) {
    const [x, y] = field(u, v);
    expect(x).toBeCloseTo(12 * u * v, 9);
    expect(y).toBeCloseTo(4 * (1 - u), 9);
  }
});

test.each([
  [3, 3],
  [4, 2],
  [9, 9],
])('a net of %i by %i points goes through all of them and keeps straight what is straight', (columns, rows) => {
  const straight = netField(moving(plainMesh(columns, rows), (u, v) => [3 + 20 * u - 7 * v, 5 * v - 2 * u]));
  for (const [u, v] of places) {
    expect(straight(u, v)[0]).toBeCloseTo(3 + 20 * u - 7 * v, 9);
    expect(straight(u, v)[1]).toBeCloseTo(5 * v - 2 * u, 9);
  }
  const wild = moving(plainMesh(columns, rows), (u, v) => [40 * Math.sin(9 * u + v), 30 * Math.cos(5 * v - u)]);
  for (const v of wild.down)
    for (const u of wild.across) {
      expect(netField(wild)(u, v)[0]).toBeCloseTo(40 * Math.sin(9 * u + v), 9);
      expect(netField(wild)(u, v)[1]).toBeCloseTo(30 * Math.cos(5 * v - u), 9);
    }
});

test('beyond the box the net goes on as at its border', () => {
  const field = netField(moving(plainMesh(3, 3), (u) => [10 * u, 0]));
  expect(field(3, 0.5)).toEqual(field(1, 0.5));
  expect(field(-2, 0.5)).toEqual(field(0, 0.5));
});

test('a further column or row leaves the bend as it is', () => {
  const bent = moving(plainMesh(4, 3), (u, v) => [30 * Math.sin(5 * u), 20 * Math.cos(4 * v)]);
  for (const more of [withLine(bent, 'across', 1), withLine(bent, 'down', 0)]) {
    expect(more.points).toHaveLength(more.across.length * more.down.length);
    const [before, after] = [netField(bent), netField(more)];
    for (const [u, v] of places)
      for (const axis of [0, 1] as const) expect(Math.abs(after(u, v)[axis] - before(u, v)[axis])).toBeLessThan(0.01);
  }
  expect(withLine(bent, 'across', 1).across).toEqual([0, 1 / 3, 0.5, 2 / 3, 1]);
  expect(withoutLine(withLine(bent, 'across', 1), 'across', 2).points).toHaveLength(12);
  const finer = withLines(bent, 7, 3);
  expect(netField(finer)(1 / 6, 0)[0]).toBeCloseTo(netField(bent)(1 / 6, 0)[0], 9);
  expect(meshSchema.safeParse(finer).success).toBe(true);
});

test('a tangent that was set is followed', () => {
  const mesh = withPoint(plainMesh(2, 2), 0, { across: [0, 90] });
  const near = 1e-5;
  expect(netField(mesh)(near, 0)[1] / near).toBeCloseTo(90, 1);
});

test('letters are bent as vectors, and what is still is the same object', () => {
  const letters = block();
  expect(meshed(letters, plainMesh(4, 4))).toBe(letters);
  const bent = meshed(
    letters,
    moving(plainMesh(2, 2), (u, v) => [10 * u, 20 * v]),
  );
  const [polygon] = flatten(bent.letters[0].path);
  const [right, bottom] = [Math.max(...polygon.map(([x]) => x)), Math.max(...polygon.map(([, y]) => y))];
  expect(right).toBeCloseTo(10 + 200 + 10, 6);
  expect(bottom).toBeCloseTo(20 + 100 + 20, 6);
  expect(bent.letters[0].flatBounds).toEqual(box);
  expect(bent.ink).toEqual({ x: 10, y: 20, width: 210, height: 120 });
  expect(bent.lines[0].carets[0].foot).toEqual([10, 140]);
});

test('the perspective underneath stays, and every place finds its way back', () => {
  const bend = perspectiveOf({
    box,
    moves: [
      [0, 0],
      [30, 12],
      [25, -10],
      [4, 0],
    ],
  });
  const letters = block({ key: 'perspective', forward: bend.forward, backward: bend.backward });
  const net = moving(plainMesh(4, 4), (u, v) => [14 * Math.sin(6 * u) * v, 9 * Math.sin(5 * v + u)]);
  const bent = meshed(letters, net);
  for (const [u, v] of places) {
    const flat: Point = [box.x + u * box.width, box.y + v * box.height];
    const at = bent.warp!.forward(flat);
    const [under, [dx, dy]] = [bend.forward(flat), netField(net)(u, v)];
    expect(at[0]).toBeCloseTo(under[0] + dx, 6);
    expect(at[1]).toBeCloseTo(under[1] + dy, 6);
    const back = bent.warp!.backward(at);
    expect(Math.hypot(back[0] - flat[0], back[1] - flat[1])).toBeLessThan(1e-3);
  }
});

test('a net that folds letters over is found out', () => {
  expect(
    foldedShare(
      meshed(
        block(),
        moving(plainMesh(3, 3), (u) => [20 * u, 0]),
      ),
    ),
  ).toBe(0);
  const folded = moving(plainMesh(3, 3), (u) => [u === 0.5 ? 180 : 0, 0]);
  expect(foldedShare(meshed(block(), folded))).toBeGreaterThan(0.1);
  // Wherever the net sends them, letters stay finite.
  const wild = moving(plainMesh(9, 9), (u, v) => [1e5 * Math.sin(40 * u), 1e5 * Math.cos(30 * v)]);
  for (const { to } of meshed(block(), wild).letters[0].path) expect(to.every(Number.isFinite)).toBe(true);
});

test.each([
  [{ across: [0, 0.5], down: [0, 1] }, 'reaches'],
  [{ across: [0, 0.7, 0.3, 1], down: [0, 1] }, 'follow'],
  [{ across: [0, 1], down: [0, 1], points: [] }, 'point wherever'],
])('a net that cannot be is refused: %j', (change, says) => {
  const { error } = meshSchema.safeParse({ ...plainMesh(2, 2), ...change });
  expect(error?.issues.map(({ message }) => message).join()).toContain(says);
});
