import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Point } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { preferReference } from '../machine';
import { noise } from '../testing';
import { signedDistance } from '.';

afterEach(() => preferReference(false));

const cover = (width: number, height: number, ...polygons: Point[][]): Raster =>
  coverage(polygons, { x: 0, y: 0, width, height });

function circle(x: number, y: number, radius: number): Point[] {
  return Array.from({ length: 720 }, (_, i): Point => [
    x + radius * Math.cos((i * Math.PI) / 360),
    y + radius * Math.sin((i * Math.PI) / 360),
  ]);
}

/** The largest difference from the true distance at px' centres. */
function largestError(
  { width, data }: Raster,
  truth: (x: number, y: number) => number,
  within: (x: number, y: number) => boolean = () => true,
): number {
  let most = 0;
  data.forEach((value, i) => {
    const [x, y] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
    if (within(x, y) && !(Math.abs(value - truth(x, y)) <= most)) most = Math.abs(value - truth(x, y));
  });
  return most;
}

describe.each([
  ['compiled', false],
  ['reference', true],
] as const)('%s', (_, references) => {
  beforeEach(() => preferReference(references));

  test.each([3, 5.3, 11.7, 24.25])('a circle of radius %p within 0.1 px', (radius) => {
    const [x, y] = [32.3, 29.8];
    const field = signedDistance(cover(64, 60, circle(x, y, radius)));
    // Near its middle a small circle is all edge: there the distance ends.
    expect(
      largestError(
        field,
        (px, py) => radius - Math.hypot(px - x, py - y),
        (px, py) => Math.hypot(px - x, py - y) > 1,
      ),
    ).toBeLessThan(0.1);
  });

  test.each([0, 3, 7, 12, 18, 23, 30, 45, 61, 90, 133, 200, 290])(
    'a half plane at %p degrees within 0.1 px',
    (degrees) => {
      const angle = (degrees * Math.PI) / 180;
      const [inX, inY] = [Math.cos(angle), Math.sin(angle)];
      const [x, y] = [30.2, 24.9];
      const far = 400;
      const plane: Point[] = [
        [x - far * inY, y + far * inX],
        [x + far * inY, y - far * inX],
        [x + far * (inY + inX), y + far * (inY - inX)],
        [x + far * (inX - inY), y + far * (inX + inY)],
      ];
      const field = signedDistance(cover(60, 50, plane));
      const depth = (px: number, py: number): number => (px - x) * inX + (py - y) * inY;
      // Where the foot of the perpendicular lies in the picture, two px from its border: there the edge's slope is
      // known.
      const footInside = (px: number, py: number): boolean => {
        const [fx, fy] = [px - depth(px, py) * inX, py - depth(px, py) * inY];
        return fx > 2 && fx < 58 && fy > 2 && fy < 48;
      };
      expect(largestError(field, depth, footInside)).toBeLessThan(0.1);
    },
  );

  test('edges between px, without any partly covered one', () => {
    const box = emptyRaster(30, 20, 1);
    for (let y = 5; y < 15; y++) box.data.fill(1, y * 30 + 8, y * 30 + 22);
    const field = signedDistance(box);
    const at = (x: number, y: number): number => field.data[y * 30 + x];
    expect(at(8, 10)).toBeCloseTo(0.5, 5);
    expect(at(7, 10)).toBeCloseTo(-0.5, 5);
    expect(at(2, 10)).toBeCloseTo(-5.5, 5);
    expect(at(14, 10)).toBeCloseTo(4.5, 5);
  });

  test('no edge is infinitely far', () => {
    expect(signedDistance(emptyRaster(3, 2, 1)).data.every((value) => value === -Infinity)).toBe(true);
    const full = emptyRaster(3, 2, 1);
    full.data.fill(1);
    expect(signedDistance(full).data.every((value) => value === Infinity)).toBe(true);
  });
});

test('compiled and reference agree on letters’ coverage and on noise', () => {
  const shapes = [
    cover(90, 70, circle(30, 30, 17.2), circle(30, 30, 9.1).reverse(), [
      [50, 10],
      [85, 14.5],
      [70, 60.3],
      [49, 55],
    ]),
    noise(40, 30, 1, 2),
  ];
  for (const shape of shapes) {
    const compiled = signedDistance(shape);
    preferReference(true);
    const reference = signedDistance(shape);
    preferReference(false);
    let apart = 0;
    compiled.data.forEach((value, i) => (apart += Number(!(Math.abs(value - reference.data[i]) < 1e-4))));
    // Between two edges that are nearly as near, the further one may be taken: never further than a px' diagonal.
    expect(apart / compiled.data.length).toBeLessThan(0.02);
    expect(largestError(compiled, (x, y) => reference.data[Math.floor(y) * shape.width + Math.floor(x)])).toBeLessThan(
      Math.SQRT1_2,
    );
  }
});

test('colours are no shape', () => {
  expect(() => signedDistance(emptyRaster(2, 2, 4))).toThrow(RangeError);
});
