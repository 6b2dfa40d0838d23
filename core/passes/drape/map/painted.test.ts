import { Evaluator } from '../../../graph/evaluate';
import { bareScene } from '../../../testing/letters';
import { plainDisplacement, type MapStroke } from '../schema';
import { surfaceMap } from '.';
import { paintedNode } from './painted';

const sheet = { width: 120, height: 80 };
const region = { x: 0, y: 0, ...sheet };
const stroke = (more: Partial<MapStroke> = {}): MapStroke => ({
  to: 'high',
  points: [
    [30, 40],
    [90, 40],
  ],
  radius: 20,
  softness: 1,
  strength: 1,
  ...more,
});
const painted = async (...strokes: MapStroke[]): Promise<Float32Array> =>
  (await new Evaluator(1e8).pixels(paintedNode(strokes), { region, scale: 1 })).data;
const at = (x: number, y: number): number => y * sheet.width + x;

test('a brush raises what lies under it, softly to its rim, once for a whole stroke', async () => {
  const map = await painted(stroke());
  expect(map[at(60, 39)]).toBeCloseTo(1, 2);
  // Half way to the rim of a wholly soft brush: half way to high.
  expect(map[at(60, 49)]).toBeGreaterThan(0.7);
  expect(map[at(60, 49)]).toBeLessThan(0.8);
  expect(map[at(60, 61)]).toBe(0.5);
  expect(map[at(5, 40)]).toBe(0.5);
  const tangled = stroke({
    points: [
      [30, 40],
      [90, 40],
      [30, 40],
      [90, 40],
    ],
    strength: 0.4,
  });
  expect((await painted(tangled))[at(60, 39)]).toBeCloseTo(0.7, 2);
});

test('later strokes lie on earlier ones, and even makes even again', async () => {
  const low = stroke({ to: 'low', points: [[60, 40]], softness: 0.4 });
  expect((await painted(stroke(), low))[at(60, 40)]).toBeCloseTo(0, 2);
  expect((await painted(stroke(), stroke({ to: 'even' })))[at(60, 39)]).toBeCloseTo(0.5, 2);
});

test('painted tones are taken as they are: contrast and turning over keep the middle', async () => {
  const scene = { materials: bareScene().materials, sheet, ground: paintedNode([]), light: { tilt: 0, height: 45 } };
  const mapOf = async (more: object): Promise<Float32Array> => {
    const strokes = [stroke({ strength: 0.5 })];
    const { map } = plainDisplacement({ map: { from: 'painted', strokes, ...more } });
    const { map: node, grid } = surfaceMap(map, scene);
    expect(grid.scale).toBe(1);
    return (await new Evaluator(1e8).pixels(node, grid)).data;
  };
  expect((await mapOf({}))[at(60, 39)]).toBeCloseTo(0.75, 2);
  expect((await mapOf({ inverted: true }))[at(60, 39)]).toBeCloseTo(0.25, 2);
  expect((await mapOf({ contrast: 2 }))[at(60, 39)]).toBeCloseTo(1, 2);
  expect((await mapOf({}))[at(60, 70)]).toBe(0.5);
});
