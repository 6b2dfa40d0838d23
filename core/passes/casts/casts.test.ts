import { Evaluator } from '../../graph/evaluate';
import { plainLamp } from '../../light/lamp';
import type { Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { throughHomography } from '../../shape/homography';
import { bareScene, drawnLetter, drawnLetters, square } from '../../testing/letters';
import { colourNode, paintedNode } from '../../testing/nodes';
import { joinLayers } from '../ink/join';
import { layer, type Painted } from '../pass';
import { castNode } from '../../light/casting/castNode';
import {
  fallingOnto,
  fallOnWall,
  groundProblem,
  quadMirrored,
  quadOnGround,
  quadOnWall,
  shineOn,
  standingQuad,
  tipsOnGround,
} from '../../light/casting/falls';
import { proposeCasts, shadowColours } from './propose';
import { casting } from './render';
import { castsSchema, plainCasts, thrownSchema } from '../../light/casting/schema';

const sheet = { width: 200, height: 160 };
const pixels = async (node: Parameters<Evaluator['pixels']>[0], scale = 1): Promise<Raster> =>
  new Evaluator(1e8).pixels(node, {
    region: { x: 0, y: 0, width: sheet.width * scale, height: sheet.height * scale },
    scale,
  });
const box = [60, 40, 40] as const;
const letters = drawnLetters([drawnLetter(square(...box))]);
const standing = standingQuad(letters, null)!;
/** A square of 40 from (60, 40), one channel, and as a picture. */
const inBox = (x: number, y: number): number => Number(x >= 60 && x < 100 && y >= 40 && y < 80);
const cover = { ...paintedNode('square', (x, y) => [inBox(x, y)], 1), bounds: { x: 60, y: 40, width: 40, height: 40 } };
const picture = {
  ...paintedNode('red', (x, y) => [inBox(x, y), 0, 0, inBox(x, y)]),
  bounds: { x: 60, y: 40, width: 40, height: 40 },
};
const painted: Painted = { layers: [layer('ink', picture)], cover: { all: cover, of: () => cover } };

describe('where shadows fall', () => {
  test('on a wall: lift over the tangent of the height, away from the light', () => {
    const fall = fallOnWall(thrownSchema.parse({ lift: 30 }), { tilt: 135, height: 45, size: 0.3 });
    expect(fall.x).toBeCloseTo(30 * Math.SQRT1_2, 6);
    expect(fall.y).toBeCloseTo(30 * Math.SQRT1_2, 6);
  });

  test('on the ground: as long as the letters are high in light of 45 degrees from the side', () => {
    const [left, right] = tipsOnGround(standing, { tilt: 135, height: 0, size: 0.3 }, 30);
    expect(left[0]).toBeCloseTo(60 + 40, 6);
    expect(left[1]).toBeCloseTo(80, 6);
    expect(right[0]).toBeCloseTo(100 + 40, 6);
  });

  test('light from before the letters throws into the depth, light from behind them towards the viewer', () => {
    // From above and before, in equal parts: one height deep, which is seen as its sine of the camera's height.
    const [far] = tipsOnGround(standing, { tilt: 90, height: 45, size: 0.3 }, 30);
    expect(far[0]).toBeCloseTo(60, 6);
    expect(far[1]).toBeCloseTo(80 - 40 * 0.5, 6);
    const [near] = tipsOnGround(standing, { tilt: 90, height: -45, size: 0.3 }, 30);
    expect(near[1]).toBeCloseTo(80 + 40 * 0.5, 6);
  });

  test('light from below the horizon throws as far as light on it, and no farther', () => {
    const [tip] = tipsOnGround(standing, { tilt: -40, height: 10, size: 0.3 }, 12);
    expect(Math.hypot(tip[0] - 60, tip[1] - 80)).toBeLessThan(40 * 10);
    expect(tip.every(Number.isFinite)).toBe(true);
  });

  test('every point of the letters falls where the corners say, to a part of a px', () => {
    const tips = tipsOnGround(standing, { tilt: 150, height: 20, size: 0.3 }, 12);
    const { toShadow, toLetters } = fallingOnto(standing, quadOnGround(standing, tips))!;
    // Half-way up the left side lies half-way to its tip.
    const half = throughHomography(toShadow, [60, 60]);
    expect(half[0]).toBeCloseTo((60 + tips[0][0]) / 2, 4);
    expect(half[1]).toBeCloseTo((80 + tips[0][1]) / 2, 4);
    for (const point of [
      [60, 40],
      [100, 80],
      [77, 51],
    ] as const) {
      const back = throughHomography(toLetters, throughHomography(toShadow, point));
      expect(Math.hypot(back[0] - point[0], back[1] - point[1])).toBeLessThan(1e-6);
    }
  });

  test('a wall is climbed from where its line is reached: what is left of the height goes on upwards', () => {
    const tips: [[number, number], [number, number]] = [
      [60, 60],
      [100, 60],
    ];
    const wall = { from: [0, 70] as [number, number], to: [200, 70] as [number, number], scale: 0.5 };
    // Half of the height falls on the ground; the other half is seen half as high on the wall.
    const quad = quadOnWall(standing, tips, wall)!;
    expect(quad[0]).toEqual([60, 70 - 40 * 0.5 * 0.5]);
    const { toShadow } = fallingOnto(standing, quad)!;
    expect(throughHomography(toShadow, [60, 60])[1]).toBeCloseTo(70, 6);
    expect(quadOnWall(standing, tips, { ...wall, from: [0, 120], to: [200, 120] })).toBeNull();
  });

  test('mirrored about the foot', () => {
    const quad = quadMirrored(standing, 1);
    expect(quad[0]).toEqual([60, 120]);
    expect(quad[1]).toEqual([100, 120]);
    expect(quadMirrored(standing, 0.5)[0]).toEqual([60, 100]);
  });

  test('the lamp is obeyed, or a light of its own; corners that cross throw nothing', () => {
    const lamp = { ...plainLamp(), tilt: 90, height: 60 };
    expect(shineOn(thrownSchema.parse({}), lamp, letters)).toEqual({ tilt: 90, height: 60, size: 0.3 });
    expect(shineOn(thrownSchema.parse({ obeys: false, angle: 0 }), lamp, letters).tilt).toBe(180);
    expect(
      fallingOnto(standing, [
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10],
      ]),
    ).toBeNull();
  });
});

test('rings that cross, and a wall that is never reached, are told', () => {
  const ground = (more: object) => plainCasts({ thrown: { onto: 'ground', ...more } });
  expect(groundProblem(ground({}), letters, null)).toBeNull();
  const tips = [
    [140, 90],
    [20, 60],
  ];
  expect(groundProblem(ground({ tips }), letters, null)).toContain('rings cross');
  const away = { from: [0, 120], to: [200, 120] };
  const up = [
    [60, 60],
    [100, 60],
  ];
  expect(groundProblem(ground({ tips: up, wall: away }), letters, null)).toContain('leads away');
  expect(groundProblem(plainCasts({ thrown: {} }), letters, null)).toBeNull();
});

describe('what is seen', () => {
  test('a sharp shadow covers what the corners bound, within half a px', async () => {
    const falling = fallingOnto(standing, [
      [100, 60],
      [140, 60],
      [100, 80],
      [60, 80],
    ])!;
    const { data } = await pixels(castNode(cover, falling, { sigma: 0 }));
    // Its area: a base of 40, 20 high.
    expect(data.reduce((sum, value) => sum + value, 0)).toBeCloseTo(40 * 20, -1);
    const row = 70 * sheet.width;
    const first = Array.from({ length: sheet.width }, (_, x) => data[row + x]).findIndex((value) => value > 0.5);
    // Half-way up, its left edge has come half-way: at 79 in the row's middle.
    expect(Math.abs(first - 79)).toBeLessThanOrEqual(1);
  });

  test('it is sharp at the foot and soft at its end, by the sigma that was asked for', async () => {
    const falling = fallingOnto(standing, quadMirrored(standing, 1))!;
    const { data } = await pixels(castNode(cover, falling, { sigma: 6 }));
    const spreadAt = (y: number): number => {
      // The standard deviation of the left edge's slope across the row.
      let [sum, mean, square2] = [0, 0, 0];
      for (let x = 30; x < 80; x++) {
        const slope = data[y * sheet.width + x] - data[y * sheet.width + x - 1];
        sum += slope;
        mean += slope * x;
        square2 += slope * x * x;
      }
      return Math.sqrt(square2 / sum - (mean / sum) ** 2);
    };
    expect(spreadAt(82)).toBeLessThan(1.2);
    // Three quarters up: three quarters of the sigma.
    expect(Math.abs(spreadAt(109) - 4.4)).toBeLessThan(0.7);
  });

  test('a shadow multiplies the light, and never goes below the darkest near by', async () => {
    const scene = bareScene('#c0c0c0', sheet);
    const seen = async (more: object): Promise<number[]> => {
      const casts = plainCasts({
        thrown: { onto: 'wall', lift: 0, size: 0, strength: 1, obeys: false },
        colour: '#808080',
        ...more,
      });
      const [shadow] = casting(painted, letters, casts, scene).layers;
      const { data } = await pixels(shadow.node);
      return [...data.subarray((60 * sheet.width + 80) * 4, (60 * sheet.width + 80) * 4 + 4)];
    };
    const left = decodeExact(0x80 / 255);
    const lit = decodeExact(0xc0 / 255);
    expect((await seen({}))[0]).toBeCloseTo(encodeExact(lit * left), 3);
    expect((await seen({ darkest: '#a0a0a0' }))[0]).toBeCloseTo(0xa0 / 255, 3);
    // Where it is darker already nothing becomes lighter.
    expect((await seen({ darkest: '#f0f0f0' }))[0]).toBeCloseTo(0xc0 / 255, 3);
  });

  test('of two shadows on one place, light is taken by both', async () => {
    const casts = plainCasts({
      thrown: { onto: 'wall', lift: 0, size: 0, strength: 0.5, obeys: false },
      ambient: { blur: 0, strength: 0.5 },
    });
    const [shadow] = casting(painted, letters, casts, bareScene('#ffffff', sheet)).layers;
    const { data } = await pixels(shadow.node);
    expect(data[(60 * sheet.width + 80) * 4 + 3]).toBeCloseTo(0.75, 5);
  });

  test('mirrored letters fade with their height, and lie behind them', async () => {
    const casts = plainCasts({ mirrored: { strength: 0.8, fade: 1, blur: 0 } });
    const { layers } = casting(painted, letters, casts, bareScene('#ffffff', sheet));
    expect(layers.map(({ name, place }) => [name, place])).toEqual([
      ['mirrored', 'behind'],
      ['ink', 'with'],
    ]);
    const { data } = await pixels(layers[0].node);
    for (const [y, high] of [
      [90, 10.5],
      [100, 20.5],
      [110, 30.5],
    ])
      expect(data[(y * sheet.width + 80) * 4 + 3]).toBeCloseTo(0.8 * (1 - high / 40), 2);
  });

  test('where letters are laid on as one, their shadow stays by itself below them', () => {
    const casts = plainCasts({ contact: {}, mirrored: {} });
    const { layers } = casting(painted, letters, casts, bareScene('#ffffff', sheet));
    const joined = joinLayers(layers, 'multiply');
    expect(joined.map(({ name, mode }) => [name, mode])).toEqual([
      ['mirrored', 'normal'],
      ['shadow', 'normal'],
      ['together', 'multiply'],
    ]);
  });

  test('the same at every scale, and nothing where nothing is', async () => {
    const falling = fallingOnto(standing, quadMirrored(standing, 1))!;
    const node = castNode(cover, falling, { sigma: 5 });
    const [whole, half] = [await pixels(node), await pixels(node, 0.5)];
    expect(half.data[45 * 100 + 40]).toBeCloseTo(whole.data[91 * 200 + 81], 1);
    const bare = { ...painted, layers: [] };
    expect(casting(bare, letters, plainCasts({ contact: {} }), bareScene())).toBe(bare);
    expect(standingQuad(drawnLetters([]), null)).toBeNull();
  });

  test('on black nothing is lit', async () => {
    const casts = plainCasts({ contact: {}, ambient: {}, darkest: '#404040' });
    const [shadow] = casting(painted, letters, casts, {
      ...bareScene('#000000', sheet),
      below: colourNode('#000000'),
    }).layers;
    const { data } = await pixels(shadow.node);
    for (let at = 0; at < data.length; at += 4) expect(data[at]).toBeLessThan(1e-4);
  });
});

test('a proposal follows the size of the letters and the plate’s own shadows', () => {
  const found = { tint: [0.4, 0, 0] as [number, number, number], depth: 0.25, regions: [], confidence: 0.9 };
  const small = proposeCasts('offWall', 100, found);
  const large = proposeCasts('offWall', 400, found);
  expect(large.thrown!.lift / small.thrown!.lift).toBeCloseTo(4, 1);
  expect(proposeCasts('lying', 100, found).thrown).toBeNull();
  expect(proposeCasts('onGround', 100, found).thrown!.onto).toBe('ground');
  // A quarter of the light is left: encoded 0.537.
  expect(shadowColours(found)!.colour).toBe('#898989');
  expect(shadowColours({ ...found, confidence: 0.01 })).toBeNull();
  expect(castsSchema.parse({})).toEqual(plainCasts());
});
