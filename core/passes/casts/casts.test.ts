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
import { proposeCasts, shadowColours, standingPlace } from './propose';
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
    const [left, right] = tipsOnGround(standing, { tilt: 135, height: 0, size: 0.3 }, { above: 30, ahead: null });
    expect(left[0]).toBeCloseTo(60 + 40, 6);
    expect(left[1]).toBeCloseTo(80, 6);
    expect(right[0]).toBeCloseTo(100 + 40, 6);
  });

  test('light from before the letters throws into the depth, light from behind them towards the viewer', () => {
    // From above and before, in equal parts: one height deep, which is seen as its sine of the camera's height.
    const [far] = tipsOnGround(standing, { tilt: 90, height: 45, size: 0.3 }, { above: 30, ahead: null });
    expect(far[0]).toBeCloseTo(60, 6);
    expect(far[1]).toBeCloseTo(80 - 40 * 0.5, 6);
    const [near] = tipsOnGround(standing, { tilt: 90, height: -45, size: 0.3 }, { above: 30, ahead: null });
    expect(near[1]).toBeCloseTo(80 + 40 * 0.5, 6);
  });

  test('near a camera shadows fall as its pinhole sees them', () => {
    // A camera 100 above level ground, looking straight ahead from (0, 100, 0), focal length 200 px; the picture's middle
    // lies at (50, 20) of the sheet. Letters stand at a depth of 400: their foot is seen 100 * 200 / 400 = 50 below it.
    const [focal, away, high] = [200, 400, 100];
    const seen = ([x, y, z]: readonly [number, number, number]): readonly [number, number] => [
      50 + (focal * x) / z,
      20 + (focal * (high - y)) / z,
    ];
    const quad = (
      [
        [-60, 80],
        [20, 80],
        [20, 0],
        [-60, 0],
      ] as const
    ).map(([x, y]) => seen([x, y, away]));
    const above = (Math.atan(high / away) * 180) / Math.PI;
    const shine = { tilt: 120, height: 30, size: 0.1 };
    // From the left, above and the front: the light's direction, x right, y up, z away from the camera.
    const [cos, sin] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
    const light = [-cos * 0.5, cos * Math.sqrt(0.75), -sin] as const;
    const fallen = (x: number, y: number): readonly [number, number] =>
      seen([x - (light[0] / light[1]) * y, 0, away - (light[2] / light[1]) * y]);
    const tips = tipsOnGround(quad as unknown as Parameters<typeof tipsOnGround>[0], shine, {
      above,
      ahead: [50, 20],
    });
    [fallen(-60, 80), fallen(20, 80)].forEach(([x, y], i) => {
      expect(tips[i][0]).toBeCloseTo(x, 6);
      expect(tips[i][1]).toBeCloseTo(y, 6);
    });
  });

  test('light from below the horizon throws as far as light on it, and no farther', () => {
    const [tip] = tipsOnGround(standing, { tilt: -40, height: 10, size: 0.3 }, { above: 12, ahead: null });
    expect(Math.hypot(tip[0] - 60, tip[1] - 80)).toBeLessThan(40 * 10);
    expect(tip.every(Number.isFinite)).toBe(true);
  });

  test('every point of the letters falls where the corners say, to a part of a px', () => {
    const tips = tipsOnGround(standing, { tilt: 150, height: 20, size: 0.3 }, { above: 12, ahead: null });
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

  test('solid letters throw as far as their back does: no gap between, nothing beyond', async () => {
    // Light from above and before in equal parts: 40 high falls 40 into the depth, seen from 30 degrees as 20 px.
    const thrown = { onto: 'ground', obeys: false, angle: 90, height: 45, size: 0, above: 30, strength: 1 } as const;
    const casts = plainCasts({ thrown, colour: '#000000' });
    // 20 px to the right as seen from very far.
    const reach = { towards: [100_080, 60] as const, part: 20 / 100_000 };
    const areaOf = async (own: Painted): Promise<Float32Array> => {
      const [shadow] = casting(own, letters, casts, bareScene()).layers;
      const { data } = await pixels(shadow.node);
      return Float32Array.from({ length: data.length / 4 }, (_, i) => data[i * 4 + 3]);
    };
    const [flat, solid] = [await areaOf(painted), await areaOf({ ...painted, reach })];
    const sum = (values: Float32Array): number => values.reduce((all, value) => all + value, 0);
    expect(sum(flat)).toBeCloseTo(40 * 20, -1);
    expect(sum(solid)).toBeCloseTo(60 * 20, -1);
    for (let x = 62; x < 118; x++) expect(solid[70 * sheet.width + x]).toBeGreaterThan(0.99);
    expect(flat[70 * sheet.width + 110]).toBe(0);
    expect(solid[70 * sheet.width + 124]).toBe(0);
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

  test('on a blue thing a shadow stays blue, also where the darkest near by is brown', async () => {
    const casts = plainCasts({
      thrown: { onto: 'wall', lift: 0, size: 0, strength: 1, obeys: false },
      colour: '#404040',
      darkest: '#63390f',
    });
    const [shadow] = casting(painted, letters, casts, bareScene('#2060a0', sheet)).layers;
    const { data } = await pixels(shadow.node);
    const at = (60 * sheet.width + 80) * 4;
    const seen = [0, 1, 2].map((c) => decodeExact(data[at + c]));
    const lit = [0x20, 0x60, 0xa0].map((code) => decodeExact(code / 255));
    const luminance = ([r, g, b]: number[]): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;
    // As bright as the darkest, in the surface's own colour.
    const floor = luminance([0x63, 0x39, 0x0f].map((code) => decodeExact(code / 255)));
    expect(luminance(seen)).toBeCloseTo(floor, 3);
    for (const c of [0, 1, 2]) expect(seen[c] / lit[c]).toBeCloseTo(floor / luminance(lit), 2);
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

  test('where the second light is kept off too, what both gave is missing; a stronger lamp leaves less', async () => {
    const lamp = { ...plainLamp(), strength: 1 };
    const seen = async (more: object): Promise<number> => {
      const casts = plainCasts({ thrown: { onto: 'wall', lift: 0, size: 0, strength: 1 }, colour: '#808080' });
      const scene = { ...bareScene('#ffffff', sheet), lamp: { ...lamp, ...more } };
      const [shadow] = casting(painted, letters, casts, scene).layers;
      const { data } = await pixels(shadow.node);
      const at = (60 * sheet.width + 80) * 4;
      return decodeExact(data[at] / data[at + 3]);
    };
    const left = decodeExact(0x80 / 255);
    expect(await seen({})).toBeCloseTo(left, 4);
    const fill = { tilt: 0, height: 60, strength: 0.2, colour: '#ffffff' };
    expect(await seen({ fill })).toBeCloseTo(left - 0.2 * (1 - left), 4);
    expect(await seen({ strength: 3 })).toBeCloseTo(left / (left + 3 * (1 - left)), 4);
    expect(await seen({ strength: 0 })).toBeCloseTo(1, 4);
  });

  test('letters that stand before a plane throw on it; a plane that is gone leaves the wall behind', async () => {
    const asked: string[] = [];
    const casts = plainCasts({ thrown: { onto: 'wall', lift: 30, size: 0, plane: 'plane-1' } });
    const scene = { ...bareScene('#ffffff', sheet), plane: (id: string) => (asked.push(id), null) };
    const [shadow] = casting(painted, letters, casts, scene).layers;
    const plain = plainCasts({ thrown: { onto: 'wall', lift: 30, size: 0 } });
    const [other] = casting(painted, letters, plain, scene).layers;
    expect(asked).toContain('plane-1');
    expect((await pixels(shadow.node)).data).toEqual((await pixels(other.node)).data);
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
  const found = {
    tint: [0.4, 0, 0] as [number, number, number],
    depth: 0.25,
    left: null,
    regions: [],
    confidence: 0.9,
  };
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

describe('letters that stand on a photograph', () => {
  const regions = Array.from({ length: 9 }, (_, k) => ({
    tint: [0.3, 0, 0] as [number, number, number],
    depth: 0.2 + 0.05 * k,
    left: null,
  }));
  const found = { tint: [0.4, 0, 0] as [number, number, number], depth: 0.5, left: null, regions, confidence: 0.9 };
  // 200 x 160 px at 1; the letters' foot at 80, left of the middle.
  const plate = { x: 0, y: 0, scale: 1, width: 200, height: 120 };
  const line = (from: [number, number], to: [number, number]) => ({ from, to });
  const planes = (lines: ReturnType<typeof line>[]) => ({
    vanishing: [],
    planes: [],
    lines,
    horizon: null,
    confidence: 0,
  });
  const proposed = (lines: ReturnType<typeof line>[], on = plate) =>
    proposeCasts('onGround', 100, found, standingPlace(letters, null, on, planes(lines))).thrown!;

  test('the ground ends at the nearest level line close behind their foot, if one goes on beyond them', () => {
    const edge = line([0, 74], [200, 74]);
    expect(proposed([line([0, 68], [200, 68]), edge]).wall).toMatchObject({ from: [0, 74], to: [200, 74] });
    // Before the foot, too far behind it, too short, and upright.
    for (const other of [
      line([0, 90], [200, 90]),
      line([0, 50], [200, 50]),
      line([60, 74], [90, 74]),
      line([80, 0], [81, 120]),
    ])
      expect(proposed([other]).wall).toBeNull();
    // On a photograph at twice the size, moved, the same line lies elsewhere.
    expect(proposed([line([0, 42], [100, 42])], { ...plate, scale: 2, y: -10 }).wall).toMatchObject({
      from: [0, 74],
      to: [200, 74],
    });
  });

  test('the ground is seen from as far above as the foot lies below the middle, or below where lines meet', () => {
    // A lens of 40 degrees: 200 px wide, so its focal length is 100 / tan(20 degrees).
    const focal = 100 / Math.tan(Math.PI / 9);
    expect(proposed([]).above).toBeCloseTo((Math.atan(20 / focal) * 180) / Math.PI, 0);
    expect(proposed([]).ahead).toEqual([100, 60]);
    const meeting = { ...planes([]), vanishing: [{ place: [40, 40] as const, direction: 0, share: 0.4 }] };
    const place = standingPlace(letters, null, plate, meeting);
    expect(proposeCasts('onGround', 100, found, place).thrown).toMatchObject({ ahead: [40, 40] });
  });

  test('where the horizon is seen, the ground ends nowhere before it, and level lines meet on it', () => {
    // Behind the foot at 80: the horizon, turned a little, and a wall's foot before it.
    const horizon = line([0, 70], [200, 74]);
    const on = (lines: ReturnType<typeof line>[]) =>
      proposeCasts('onGround', 100, found, standingPlace(letters, null, plate, { ...planes(lines), horizon })).thrown!;
    expect(on([line([20, 70.4], [190, 73.8])])).toMatchObject({ wall: null, ahead: [100, 72] });
    expect(on([line([20, 70.4], [190, 73.8]), line([0, 77], [200, 77])]).wall).toMatchObject({ from: [0, 77] });
    // The camera's ray to the foot, 8 px below the horizon.
    const focal = 100 / Math.tan(Math.PI / 9);
    expect(on([]).above).toBeCloseTo((Math.atan(8 / focal) * 180) / Math.PI, 0);
  });

  test('their shadow is as dark as the darker ones of the plate, and only their foot touches', () => {
    const casts = proposeCasts('onGround', 100, found, standingPlace(letters, null, plate, planes([])));
    // A quarter of nine depths from the least: the third, 0.3; linear 0.3 is encoded 0.584.
    expect(casts.colour).toBe('#959595');
    expect([casts.contact!.atFoot, casts.ambient!.atFoot]).toEqual([true, true]);
    expect(proposeCasts('lying', 100, found).contact!.atFoot).toBe(false);
  });

  test('it has the colour of the shadows that are nearest to them, where these tell it', () => {
    const left = (red: number): [number, number, number] => [red, 0.3, 0.4];
    const told = (numbers: readonly number[]) => ({
      ...found,
      regions: regions.map((region, k) => (numbers.includes(k) ? { ...region, left: left(0.1 + k / 100) } : region)),
    });
    // The foot's middle, (80, 80) of 200 x 120 px, lies in the middle region of the lowest row but one: number 7.
    const red = (numbers: readonly number[]): number => {
      const place = standingPlace(letters, null, plate, planes([]));
      const { colour } = proposeCasts('onGround', 100, told(numbers), place);
      return decodeExact(Number.parseInt(colour!.slice(1, 3), 16) / 255);
    };
    const here = 7;
    expect(red([here, 0])).toBeCloseTo(0.17, 2);
    expect(red([0, 8])).toBeCloseTo(0.18, 2);
    // A word that lies on something lies in half shadows: these have no colour of their own.
    expect(shadowColours({ ...told([here]), left: left(0.1) })!.colour).toMatch(/^#(..)\1\1$/);
  });

  describe('beside a wall that runs back', () => {
    // The camera is 1 above the ground and sees the letters' foot 20 px below the horizon; the wall is 1.5 to its right.
    const focal = 100 / Math.tan(Math.PI / 9);
    const seen = (x: number, y: number, z: number): [number, number] => [
      100 + (focal * x) / z,
      60 + (focal * (1 - y)) / z,
    ];
    const corners = [seen(1.5, 3, 40), seen(1.5, 3, 8), seen(1.5, 0, 8), seen(1.5, 0, 40)] as const;
    const walled = { ...planes([]), planes: [{ corners: [...corners] as never, share: 0.5 }] };
    const wallIn = (tilt: number, height: number) =>
      proposeCasts(
        'onGround',
        100,
        found,
        standingPlace(letters, null, plate, walled, { ...plainLamp(), tilt, height }),
      ).thrown!.wall;

    test('their shadow climbs it where it gets there, seen as much smaller as it is farther away', () => {
      const wall = wallIn(160, 30)!;
      for (const [place, truth] of [
        [wall.from, corners[3]],
        [wall.to, corners[2]],
      ] as const)
        expect(Math.hypot(place[0] - truth[0], place[1] - truth[1])).toBeLessThan(0.1);
      // In the scene: each step up falls so far aside and so far back; the letters' feet are 3.5 and 1.5 before the wall.
      const [aside, back] = [-Math.cos((160 / 180) * Math.PI), Math.tan(Math.PI / 6)].map(
        (part) => part / Math.sin((160 / 180) * Math.PI),
      );
      const away = focal / 20;
      const [left, right] = [3.5, 1.5].map((far) => away / (away + (far / aside) * back));
      expect(wall.scale).toBeGreaterThan(left);
      expect(wall.scale).toBeLessThan(right);
    });

    test('it does not where the light comes from the wall, or stands high, and where they stand beyond it', () => {
      expect(wallIn(20, 30)).toBeNull();
      // As far aside as it is high: 2, where even the right foot stands 1.5 before the wall, reaches it; half of it does not.
      expect(wallIn(135, 0)).not.toBeNull();
      expect(wallIn(117, 0)).toBeNull();
      const nearer = { ...plate, x: -120 };
      const place = standingPlace(letters, null, nearer, walled, { ...plainLamp(), tilt: 160, height: 30 });
      expect(proposeCasts('onGround', 100, found, place).thrown!.wall).toBeNull();
    });
  });

  test('contact at the foot darkens nothing beside their upper half', async () => {
    const dark = async (atFoot: boolean): Promise<[number, number]> => {
      const casts = plainCasts({ contact: { strength: 1, offset: 0, blur: 3, atFoot } });
      const { layers } = casting(painted, letters, casts, bareScene('#ffffff', sheet));
      const shadow = layers.find(({ name }) => name === 'shadow')!;
      const { data } = await pixels(shadow.node);
      const alpha = (x: number, y: number): number => data[(y * sheet.width + x) * 4 + 3];
      return [alpha(57, 50), alpha(80, 82)];
    };
    const [around, foot] = [await dark(false), await dark(true)];
    expect(around[0]).toBeGreaterThan(0.1);
    expect(foot[0]).toBeLessThan(0.001);
    expect(foot[1]).toBeGreaterThan(0.1);
  });
});
