import type { Focus } from '../../survey/focus';
import type { Planes } from '../../survey/planes';
import type { Point } from '../../shape/affine';
import { focusBesideWall } from './besideWall';

const [width, height, focal] = [1800, 1200, 1930];
/** A level camera 1.5 above the ground; a wall two to its right, from 3 to 14 ahead. */
const seen = (x: number, y: number, z: number): Point => [900 + (focal * x) / z, 600 - (focal * (y - 1.5)) / z];
const [near, far] = [4.4, 14];
const corners = [seen(2, 2.5, far), seen(2, 2.5, near), seen(2, 0, near), seen(2, 0, far)] as [
  Point,
  Point,
  Point,
  Point,
];
const planes = { planes: [{ corners, share: 0.4 }], vanishing: [], lines: [], horizon: null, confidence: 1 } as Planes;

/** A lens: sigma in px, in focus at a distance. */
const sharpAt = 6;
const sigmaAt = (z: number): number => 14 * Math.abs(1 / z - 1 / sharpAt);

/** A map that knows the wall, and reads the ground as soft. @param along what it finds on the wall at a distance */
function focusMap(along: (z: number) => number): Focus {
  const map = { width: 60, height: 40, values: [] as number[] };
  for (let row = 0; row < map.height; row++)
    for (let column = 0; column < map.width; column++) {
      const [x, y] = [(column + 0.5) * 30, (row + 0.5) * 30];
      const z = (focal * 2) / Math.max(1, x - 900);
      const high = 1.5 - ((y - 600) * z) / focal;
      map.values.push(z > 4 && z < far && high > 0 && high < 2.5 ? along(z) : 3);
    }
  return { map, confidence: 1, sharpest: 0.3 } as unknown as Focus;
}
const photograph = { scale: 1, x: 0, y: 0, width, height };
const foot = (z: number): Point => seen(-1, 0, z);

test('what stands on the ground is as soft as the wall beside it is at its distance', () => {
  for (const z of [3.2, 5, 6, 8, 12]) {
    const found = focusBesideWall(focusMap(sigmaAt), planes, foot(z), photograph)!;
    // Cells are 30 px wide and believed as their sharper neighbours are, two at most; that is carried on beyond the wall.
    const cell = (14 * 30) / (focal * 2);
    expect(Math.abs(found - sigmaAt(z))).toBeLessThan(z < near ? 0.15 * sigmaAt(z) : 2 * cell);
  }
});

test('on a sheet where the photograph lies smaller and elsewhere, all is smaller alike', () => {
  const placed = { ...photograph, scale: 0.5, x: 100, y: 40 };
  const [x, y] = foot(12);
  const found = focusBesideWall(focusMap(sigmaAt), planes, [x * 0.5 + 100, y * 0.5 + 40], placed)!;
  expect(Math.abs(found - sigmaAt(12) / 2)).toBeLessThan(0.08);
});

test('it cannot tell without a wall, where the wall is sharp all along, or speckled, or far from what stands', () => {
  const map = focusMap(sigmaAt);
  expect(focusBesideWall(null, planes, foot(5), photograph)).toBeNull();
  expect(focusBesideWall(map, null, foot(5), photograph)).toBeNull();
  expect(focusBesideWall(map, { ...planes, planes: [] }, foot(5), photograph)).toBeNull();
  // A floor: no two of its edges stand.
  const floor = [seen(-2, 0, far), seen(2, 0, far), seen(2, 0, near), seen(-2, 0, near)] as typeof corners;
  expect(focusBesideWall(map, { ...planes, planes: [{ corners: floor, share: 1 }] }, foot(5), photograph)).toBeNull();
  expect(
    focusBesideWall(
      focusMap(() => 0.4),
      planes,
      foot(5),
      photograph,
    ),
  ).toBeNull();
  // Soft and sharp in turn along it.
  const speckled = focusMap((z) => (Math.floor(3860 / z / 150) % 2 === 0 ? 0.4 : 3));
  expect(focusBesideWall(speckled, planes, foot(5), photograph)).toBeNull();
  expect(focusBesideWall(map, planes, foot(1.2), photograph)).toBeNull();
});
