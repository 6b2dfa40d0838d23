import { emptyRaster, type Raster } from '../../../pixels/raster';
import { plainDisplacement } from '../schema';
import { shiftsOf } from '.';
import type { LawScene } from './part';

/** Looked up once: these loops are hot. */
const { abs, floor, max, PI, sin, sqrt } = Math;

const [width, height] = [160, 120];

const mapOf = (at: (x: number, y: number) => number): Raster => {
  const out = emptyRaster(width, height, 1);
  for (let i = 0; i < out.data.length; i++) out.data[i] = at((i % width) + 0.5, floor(i / width) + 0.5);
  return out;
};
const scene = (map: Raster, more: Partial<LawScene> = {}): LawScene => ({
  map,
  region: { x: 0, y: 0, width, height },
  scale: 1,
  height: 0,
  centre: [width / 2, height / 2],
  anchor: [width / 2, height / 2],
  far: 300,
  ...more,
});
const places = (check: (i: number, x: number, y: number) => void): void => {
  for (let i = 0; i < width * height; i += 7) check(i, (i % width) + 0.5, floor(i / width) + 0.5);
};
/** Where each place shows the letters from, along a row. */
const fromAlong = (across: Float32Array, row: number): number[] =>
  Array.from({ length: width }, (_, x) => x + across[row * width + x]);

describe('level', () => {
  test('a known sine across the direction moves letters by it exactly, however steep', () => {
    const wave = (y: number): number => 0.5 + 0.5 * sin((2 * PI * y) / 12);
    const { across, down, eased } = shiftsOf(
      plainDisplacement({ level: 30, angle: 0 }),
      scene(mapOf((_, y) => wave(y))),
    );
    places((i, _, y) => {
      expect(across[i]).toBeCloseTo(-30 * (wave(y) - 0.5), 4);
      expect(down[i]).toBeCloseTo(0, 4);
    });
    expect(max(...eased)).toBeLessThan(1e-4);
  });

  test('a known sine along the direction, gentle enough', () => {
    const wave = (x: number): number => 0.5 + 0.5 * sin((2 * PI * x) / 80);
    const { across } = shiftsOf(plainDisplacement({ level: 10, angle: 0 }), scene(mapOf((x) => wave(x))));
    places((i, x) => expect(abs(across[i] + 10 * (wave(x) - 0.5))).toBeLessThan(1e-3));
  });

  test.each([90, 60, 500, -60, 2000])('of %d px nothing folds over, and what is nearest keeps its place', (level) => {
    const wave = (x: number): number => 0.5 + 0.5 * sin((2 * PI * x) / 40);
    const { across, eased } = shiftsOf(plainDisplacement({ level, angle: 0 }), scene(mapOf((x) => wave(x))));
    const from = fromAlong(across, 60);
    for (let x = 1; x < width; x++) expect(from[x] - from[x - 1]).toBeGreaterThan(0.05);
    // The crest nearest to x = 50 is the map's highest place.
    expect(abs(across[60 * width + 49] + level * (wave(49.5) - 0.5))).toBeLessThan(1e-2);
    expect(max(...eased)).toBeGreaterThan(1);
  });

  test('at a slant nothing folds over either', () => {
    const wave = (x: number, y: number): number => 0.5 + 0.5 * sin((2 * PI * (x * 0.8 + y * 0.6)) / 40);
    const turn = (Math.atan2(0.6, 0.8) * 180) / PI;
    const { across, down } = shiftsOf(plainDisplacement({ level: 60, angle: turn }), scene(mapOf(wave)));
    // Along the direction: 4 px to the right are 3 px down.
    for (let x = 40; x < 110; x++) {
      const at = 50 * width + x;
      const next = 53 * width + x + 4;
      const step = 5 + 0.8 * (across[next] - across[at]) + 0.6 * (down[next] - down[at]);
      expect(step).toBeGreaterThan(0.1);
    }
  });
});

test('slope moves letters uphill, by the strength where the map is steepest', () => {
  const { across, down } = shiftsOf(
    plainDisplacement({ slope: [6, 0] }),
    scene(mapOf((x) => 0.5 + 0.5 * sin((2 * PI * x) / 80))),
  );
  // Steepest uphill at x = 80, flat at the crest at x = 20: what is seen there comes from downhill.
  expect(across[60 * width + 80]).toBeCloseTo(-6, 1);
  expect(abs(across[60 * width + 19])).toBeLessThan(0.3);
  expect(max(...down.map(abs))).toBe(0);
});

test('a map of one value moves nothing', () => {
  const { across, down } = shiftsOf(
    plainDisplacement({ level: 40, slope: [30, 30], length: 1, view: 1 }),
    scene(
      mapOf(() => 0.5),
      { height: 50 },
    ),
  );
  expect(max(...across.map(abs), ...down.map(abs))).toBeLessThan(1e-5);
});

test('length: along a slope of s the print is longer by sqrt(1 + s^2), and an even slope changes nothing', () => {
  const even = shiftsOf(
    plainDisplacement({ length: 1 }),
    scene(
      mapOf((x) => x / width),
      { height: 80 },
    ),
  );
  expect(max(...even.across.map(abs))).toBeLessThan(1e-2);
  // Flat, then rising by 1 px each px, then flat.
  const rise = (x: number): number => Math.min(40, max(0, x - 60)) / 40;
  const { across, down } = shiftsOf(plainDisplacement({ length: 1 }), scene(mapOf(rise), { height: 40 }));
  const from = fromAlong(across, 30);
  const step = (x: number): number => from[x + 1] - from[x];
  expect(step(80) - step(30)).toBeCloseTo(sqrt(2) - 1, 3);
  expect(step(130) - step(30)).toBeCloseTo(0, 3);
  expect(max(...down.map(abs))).toBeLessThan(1e-3);
  // Set as large as it is wanted: on the whole it is no longer.
  expect(abs(across.reduce((sum, value) => sum + value, 0) / across.length)).toBeLessThan(1e-2);
});

test('view: what is higher is seen farther from the point before the lens', () => {
  const { across, down } = shiftsOf(
    plainDisplacement({ view: 1 }),
    scene(
      mapOf((x) => (x < 80 ? 0 : 1)),
      { height: 30 },
    ),
  );
  // Half of the sheet lies 15 px above the mean, half of it 15 px below.
  places((i, x, y) => {
    const high = x < 80 ? -15 : 15;
    expect(across[i]).toBeCloseTo((-(x - 80) * high) / 300, 3);
    expect(down[i]).toBeCloseTo((-(y - 60) * high) / 300, 3);
  });
});
