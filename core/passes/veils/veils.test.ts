import { Evaluator } from '../../graph/evaluate';
import { phi } from '../../testing/gaussian';
import { paintedPicture } from '../../testing/pictures';
import type { Materials } from '../../graph/materials';
import { plateNode } from '../plate/render';
import { signedArea } from '../../shape/winding';
import { polygonsOf } from './contour';
import { frontNode } from './front';
import { seenPart, shareLeft } from './gauge';
import { matteNode } from './render';
import { plainStroke, plainVeil, scribbledCut, tracedCut, type Contour, type Veil } from './schema';
import { copyOf } from '../../pixels/raster';
import { touchUpMatte } from './stroke';
import { aroundBorder, endsAtBorder } from './trace/close';

const box = (left: number, top: number, right: number, bottom: number, reverse = false): Contour => {
  const points = [
    [left, top],
    [right, top],
    [right, bottom],
    [left, bottom],
  ].map(([x, y]) => ({ x, y, to: 'straight' as const, via: [] }));
  return { closed: true, points: reverse ? points.reverse() : points };
};
const veil = (change: Partial<Veil>): Veil => plainVeil({ id: 'v', name: 'v', plate: 'p', feather: 0, ...change });
const plain = { scale: 1, x: 0, y: 0, asset: 'a' };
const picture = paintedPicture(100, 80, (x) => (x < 50 ? [200, 40, 40] : [40, 40, 200]));
const materials: Materials = {
  picture: () => picture,
  face: () => {
    throw new Error('no faces here');
  },
};
const region = { x: 0, y: 0, width: 100, height: 80 };
const matteOf = (one: Veil, place = plain, scale = 1, part = region) =>
  new Evaluator(1e8).pixels(matteNode(one, place, materials), { region: part, scale });
const at = (raster: { width: number; data: Float32Array }, x: number, y: number): number =>
  raster.data[y * raster.width + x];

test('a contour cuts its area, where the plate stands, at any scale', async () => {
  const cut = veil({ cuts: [tracedCut([box(10, 10, 30, 20)])] });
  expect(at(await matteOf(cut), 15, 15)).toBe(1);
  expect(at(await matteOf(cut), 35, 15)).toBe(0);
  const moved = await matteOf(cut, { ...plain, scale: 2, x: 5 });
  expect([at(moved, 26, 25), at(moved, 24, 25), at(moved, 64, 25), at(moved, 66, 25)]).toEqual([1, 0, 1, 0]);
  const half = await matteOf(cut, plain, 0.5, { x: 0, y: 0, width: 50, height: 40 });
  expect([at(half, 5, 5), at(half, 14, 9), at(half, 15, 9)]).toEqual([1, 1, 0]);
});

test('contours add up whichever way round they were traced; open ones cut nothing', async () => {
  const both = await matteOf(veil({ cuts: [tracedCut([box(10, 10, 40, 40), box(30, 10, 60, 40, true)])] }));
  for (const x of [15, 35, 55]) expect(at(both, x, 20)).toBe(1);
  expect(polygonsOf([box(0, 0, 9, 9), box(0, 0, 9, 9, true)]).every((polygon) => signedArea(polygon) > 0)).toBe(true);
  const open = await matteOf(veil({ cuts: [tracedCut([{ ...box(10, 10, 40, 40), closed: false }])] }));
  expect(open.data.every((value) => value === 0)).toBe(true);
});

test('a feathered straight edge is one half on the line and follows the error function', async () => {
  const feather = 8;
  const matte = await matteOf(veil({ cuts: [tracedCut([box(50, -200, 400, 300)])], feather }));
  for (let x = 36; x < 64; x++)
    expect(Math.abs(at(matte, x, 40) - phi((x + 0.5 - 50) / (feather / 2)))).toBeLessThan(0.01);
});

test('a part with its margin is the same part of the whole, feather and strokes with it', async () => {
  const one = veil({
    cuts: [tracedCut([box(20, 20, 70, 60)])],
    feather: 6,
    strokes: [
      plainStroke({
        side: 'behind',
        radius: 9,
        softness: 0.5,
        points: [
          [40, 10],
          [50, 70],
        ],
      }),
    ],
  });
  const whole = await matteOf(one);
  const part = await matteOf(one, plain, 1, { x: 33, y: 17, width: 20, height: 30 });
  for (let y = 0; y < 30; y++)
    for (let x = 0; x < 20; x++) expect(at(part, x, y)).toBeCloseTo(at(whole, x + 33, y + 17), 5);
});

test('strokes raise and lower the matte in the order in which they were painted', () => {
  const matte = { width: 60, height: 60, channels: 1 as const, data: new Float32Array(3600) };
  const whole = { x: 0, y: 0, width: 60, height: 60 };
  const identity = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
  const blank = copyOf(matte);
  touchUpMatte(
    matte,
    blank,
    whole,
    plainStroke({ side: 'front', radius: 20, softness: 0, points: [[30, 30]] }),
    identity,
  );
  const area = matte.data.reduce((sum, value) => sum + value, 0);
  expect(Math.abs(area - Math.PI * 400) / (Math.PI * 400)).toBeLessThan(0.005);
  touchUpMatte(
    matte,
    blank,
    whole,
    plainStroke({ side: 'behind', radius: 8, softness: 0, points: [[30, 30]] }),
    identity,
  );
  expect(at(matte, 30, 30)).toBe(0);
  expect(at(matte, 30, 15)).toBe(1);
  touchUpMatte(
    matte,
    blank,
    whole,
    plainStroke({ side: 'front', radius: 10, softness: 1, points: [[30, 30]] }),
    identity,
  );
  expect(at(matte, 30, 30)).toBeGreaterThan(0.95);
  expect(at(matte, 30, 36)).toBeGreaterThan(0);
  expect(at(matte, 30, 36)).toBeLessThan(0.6);
});

test('a mend leaves nothing: the opposite stroke along the same line, and one that clears, bring the cut back', () => {
  const whole = { x: 0, y: 0, width: 60, height: 60 };
  const identity = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
  for (const { softness, flow } of [
    { softness: 0, flow: 1 },
    { softness: 0.6, flow: 1 },
    { softness: 1, flow: 0.3 },
  ]) {
    // A cut that ends at x = 30, with a border one px wide.
    const cut = { width: 60, height: 60, channels: 1 as const, data: new Float32Array(3600) };
    for (let i = 0; i < 3600; i++) cut.data[i] = Math.min(1, Math.max(0, 30.5 - (i % 60)));
    const points: [number, number][] = [
      [40, 10],
      [48, 30],
      [41, 50],
    ];
    // What clears takes all that lies under the lens.
    const lensOf = (side: string) => (side === 'clear' ? { radius: 9 } : { softness, flow });
    const painted = (sides: ('front' | 'behind' | 'clear')[]): Float32Array => {
      const matte = copyOf(cut);
      for (const side of sides)
        touchUpMatte(matte, cut, whole, plainStroke({ side, radius: 8, points, ...lensOf(side) }), identity);
      return matte.data;
    };
    expect(Math.max(...painted(['front']).map((value, i) => value - cut.data[i]))).toBeGreaterThan(0.25);
    expect(painted(['front', 'behind'])).toEqual(cut.data);
    expect(painted(['behind'])).toEqual(cut.data);
    expect(painted(['front', 'front', 'clear'])).toEqual(cut.data);
  }
});

test('the front colour at a soft edge is that of the veil inside, not of what was behind it', async () => {
  // The veil is the blue half; a feather of 4 px makes its matte reach into the red half.
  const one = veil({ cuts: [tracedCut([box(50, -100, 400, 300)])], feather: 4 });
  const plate = plateNode({ id: 'p', name: 'p', ...plain }, materials);
  const front = await new Evaluator(1e8).pixels(
    frontNode(one, plain, materials, plate, matteNode(one, plain, materials)),
    { region, scale: 1 },
  );
  const red = (x: number): number => front.data[(40 * 100 + x) * 4] * 255;
  expect(red(90)).toBeCloseTo(40, 3);
  for (const x of [48, 49]) expect(red(x)).toBeLessThan(60);
});

test('what is left of a letter', () => {
  const cover = { width: 4, height: 1, channels: 1 as const, data: Float32Array.of(1, 1, 0.5, 0) };
  const matte = { ...cover, data: Float32Array.of(1, 0, 0.5, 1) };
  expect(shareLeft(cover, seenPart(3, []))).toBe(1);
  expect(shareLeft(cover, seenPart(3, [matte]))).toBeCloseTo((1 + 0.25) / 2.5, 6);
});

describe('closing along the border', () => {
  const sheet = { x: 0, y: 0, width: 1000, height: 600 };
  test('only when both ends are at the border', () => {
    expect(endsAtBorder([2, 300], [998, 310], sheet, 5)).toBe(true);
    expect(endsAtBorder([2, 300], [500, 310], sheet, 5)).toBe(false);
    expect(endsAtBorder([-20, 300], [998, 310], sheet, 5)).toBe(false);
  });
  const closed = (otherWay: boolean) =>
    [[0, 400], [1000, 380], ...aroundBorder([0, 400], [1000, 380], sheet, otherWay)] as [number, number][];
  test('from side to side it goes the shorter way round, outside of the sheet, and holds what lies beneath', () => {
    const way = aroundBorder([0, 400], [1000, 380], sheet);
    for (const [x, y] of way) expect(x < 0 || x > 1000 || y < 0 || y > 600).toBe(true);
    // Beneath the line: a trapezoid of 600-400 and 600-380 high, and the margin of 40 px around it.
    const beneath = (1000 * (200 + 220)) / 2;
    const margin = 1000 * 40 + 40 * (240 + 260);
    expect(Math.abs(signedArea(closed(false))) / 2).toBeCloseTo(beneath + margin, -1);
  });
  test('the other way holds what lies above', () => {
    const both = (Math.abs(signedArea(closed(false))) + Math.abs(signedArea(closed(true)))) / 2;
    expect(both).toBeCloseTo(1080 * 680, -1);
  });
});

describe('cuts are joined in their order', () => {
  const [left, right] = [tracedCut([box(10, 10, 50, 50)]), tracedCut([box(30, 10, 70, 50)])];
  const seen = async (cuts: Veil['cuts']): Promise<number[]> => {
    const matte = await matteOf(veil({ cuts }));
    return [20, 40, 60].map((x) => at(matte, x, 30));
  };
  test('added, taken away, intersected', async () => {
    expect(await seen([left, right])).toEqual([1, 1, 1]);
    expect(await seen([left, { ...right, operation: 'subtract' }])).toEqual([1, 0, 0]);
    expect(await seen([left, { ...right, operation: 'intersect' }])).toEqual([0, 1, 0]);
    expect(await seen([{ ...right, operation: 'subtract' }, left])).toEqual([1, 1, 0]);
  });
  test('a cut that has nothing yet is left out, however it joins', async () => {
    expect(await seen([left, scribbledCut([], 'intersect'), tracedCut([], 'intersect')])).toEqual([1, 1, 0]);
  });
  test('a matte of another size is drawn as wide as the plate', async () => {
    const small = paintedPicture(50, 40, (x) => [x < 20 ? 255 : 0], 1);
    const own: Materials = { ...materials, picture: (key) => (key === 'm' ? small : picture) };
    const matte = await new Evaluator(1e8).pixels(
      matteNode(veil({ cuts: [{ kind: 'picture', operation: 'add', matte: 'm' }] }), plain, own),
      { region, scale: 1 },
    );
    expect([at(matte, 20, 40), at(matte, 36, 40), at(matte, 44, 40)].map(Math.round)).toEqual([1, 1, 0]);
  });
  test('a contour of one px, or of none, cuts no more than that', async () => {
    const matte = await matteOf(veil({ cuts: [tracedCut([box(20, 20, 21, 21), box(40, 40, 40, 40)])] }));
    expect(matte.data.reduce((sum, value) => sum + value, 0)).toBeCloseTo(1, 5);
  });
});

test('a tone key that is not solved yet is worked out from what is on show', async () => {
  const matte = await matteOf(
    veil({
      cuts: [
        {
          kind: 'tone',
          operation: 'add',
          samples: [{ x: 80, y: 10, colour: 'rgb(40 40 200)' }],
          chroma: 5,
          lightness: 5,
          softness: 0.5,
          connected: false,
          specks: 0,
          matte: null,
          solvedFor: null,
        },
      ],
    }),
  );
  expect([at(matte, 20, 20), at(matte, 80, 20)]).toEqual([0, 1]);
});

test('a fence keeps a stroke inside or outside of the letters, exactly along their edge', () => {
  const cover = {
    width: 20,
    height: 1,
    channels: 1 as const,
    data: Float32Array.from({ length: 20 }, (_, x) => [1, 0.25, 0][1 + Math.sign(x - 10)]),
  };
  const painted = (side: 'inside' | 'outside', flow = 1): number[] => {
    const matte = { ...cover, data: new Float32Array(20) };
    touchUpMatte(
      matte,
      matte,
      { x: 0, y: 0, width: 20, height: 1 },
      plainStroke({ side: 'front', radius: 100, flow, points: [[10, 0]], fence: { lettering: 'w', side } }),
      { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 },
      cover,
    );
    return [9, 10, 11].map((x) => matte.data[x]);
  };
  expect(painted('inside')).toEqual([1, 0.25, 0]);
  expect(painted('outside')).toEqual([0, 0.75, 1]);
  expect(painted('outside', 0.5)).toEqual([0, 0.375, 0.5]);
});

test('a stroke of a pen is as strong as it was pressed', () => {
  const matte = { width: 100, height: 20, channels: 1 as const, data: new Float32Array(2000) };
  touchUpMatte(
    matte,
    matte,
    { x: 0, y: 0, width: 100, height: 20 },
    plainStroke({
      side: 'front',
      radius: 8,
      points: [
        [10, 10],
        [90, 10],
      ],
      pressures: [0.2, 1],
    }),
    { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 },
  );
  expect(matte.data[10 * 100 + 10]).toBeCloseTo(0.2 + 0.8 * (0.5 / 80), 3);
  expect(matte.data[10 * 100 + 50]).toBeCloseTo(0.2 + 0.8 * (40.5 / 80), 3);
  expect(matte.data[10 * 100 + 79]).toBeCloseTo(0.2 + 0.8 * (69.5 / 80), 3);
});
