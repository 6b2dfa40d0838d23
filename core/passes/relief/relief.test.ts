import { Evaluator } from '../../graph/evaluate';
import { plainLamp } from '../../light/lamp';
import type { Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { bareScene, drawnLetter, drawnLetters, square } from '../../testing/letters';
import { paintedNode } from '../../testing/nodes';
import { perspectiveOf } from '../stance/bending';
import { layer, type Painted } from '../pass';
import { risen, heightsOf } from './edges';
import { wayToLight } from './light';
import { proposeThickness } from './propose';
import { embodied } from './render';
import { plainBody, reliefSchema, type Body } from './schema';
import { partBack } from './thickness';

const sheet = { width: 160, height: 120 };
const region = { x: 0, y: 0, ...sheet };
const bounds = { x: 40, y: 30, width: 60, height: 60 };
const inside = (x: number, y: number): number => Number(x >= 40 && x < 100 && y >= 30 && y < 90);
const cover = { ...paintedNode('square', (x, y) => [inside(x, y)], 1), bounds };
const grey = 0.5;
const face = { ...paintedNode('grey', (x, y) => [grey, grey, grey, 1].map((value) => value * inside(x, y))), bounds };
const painted: Painted = { layers: [layer('ink', face)], cover: { all: cover, of: () => cover } };
const letters = drawnLetters([drawnLetter(square(40, 30, 60))]);
const scene = { ...bareScene('#ffffff', sheet), lamp: { ...plainLamp(), tilt: 180, height: 45 } };
const seen = async (body: Body, name = 'ink', over = scene): Promise<Raster> => {
  const found = embodied(painted, letters, body, over).layers.find((one) => one.name === name)!;
  return new Evaluator(1e8).pixels(found.node, { region, scale: 1 });
};
const at = ({ data, width }: Raster, x: number, y: number): number => data[(y * width + x) * 4];

test('profiles rise from 0 to 1: a quarter of a circle, a straight line, a step', () => {
  expect(risen('chamfer', 0.3)).toBeCloseTo(0.3, 9);
  expect(risen('round', 0.5)).toBeCloseTo(Math.sqrt(0.75), 9);
  expect(risen('step', 0.4)).toBe(1);
  for (const profile of ['round', 'chamfer', 'step'] as const) {
    expect(risen(profile, -1)).toBe(0);
    expect(risen(profile, 2)).toBe(1);
  }
});

test('a chamfer of 10 px rises by its depth over 10 px', async () => {
  const one = await new Evaluator(1e8).pixels(cover, { region, scale: 1 });
  const heights = heightsOf(one, reliefSchema.parse({ profile: 'chamfer', width: 10, depth: 5, soft: 0 }), 1);
  const h = (x: number): number => heights.data[60 * sheet.width + x];
  expect(h(70)).toBeCloseTo(5, 2);
  expect(h(46) - h(43)).toBeCloseTo(1.5, 1);
  expect(
    heightsOf(one, reliefSchema.parse({ as: 'sunken', width: 10, depth: 5, soft: 0 }), 1).data[60 * sheet.width + 70],
  ).toBeCloseTo(-5, 2);
});

test('the face stays as it is; edges are lit by the law of Lambert', async () => {
  const chamfer = plainBody({ edges: { profile: 'chamfer', width: 12, depth: 12, soft: 0 } });
  const out = await seen(chamfer);
  expect(at(out, 70, 60)).toBeCloseTo(grey, 3);
  // Slopes of 45 degrees in light of 45 degrees from the left: square to it to the left, along it to the right.
  const lit = decodeExact(grey) * Math.SQRT2;
  expect(at(out, 46, 60)).toBeCloseTo(encodeExact(lit), 2);
  expect(at(out, 93, 60)).toBeLessThan(0.04);
  // Sunken, the sides change places.
  const sunken = await seen(plainBody({ edges: { ...chamfer.edges!, as: 'sunken' } }));
  expect(at(sunken, 46, 60)).toBeLessThan(0.04);
  expect(at(sunken, 93, 60)).toBeCloseTo(encodeExact(lit), 2);
});

test('gloss mirrors the lamp in its colour where the surface looks between it and the viewer', async () => {
  const glossy = plainBody({
    edges: { profile: 'round', width: 20, depth: 20, soft: 0, gloss: 1, light: 0, shade: 0 },
  });
  const out = await seen(glossy);
  const row = Array.from({ length: 28 }, (_, i) => at(out, 41 + i, 60));
  expect(Math.max(...row)).toBeGreaterThan(0.9);
  // The slope that mirrors light of 45 degrees is one of 22.5: on a quarter of a circle at 1 - sin 22.5 of its width.
  const best = row.indexOf(Math.max(...row)) + 41.5;
  expect(Math.abs(best - (40 + 20 * (1 - Math.sin(Math.PI / 8))))).toBeLessThan(2.5);
  expect(at(out, 90, 60)).toBeCloseTo(grey, 2);
});

test('a lip runs along the side of the lamp; from behind, all around', async () => {
  const lip = plainBody({ lip: { width: 4, strength: 1, colour: '#ffffff' } });
  const out = await seen(lip);
  expect(at(out, 40, 60)).toBeGreaterThan(0.75);
  expect(at(out, 99, 60)).toBeCloseTo(grey, 2);
  expect(at(out, 70, 60)).toBeCloseTo(grey, 3);
  const behind = await seen(lip, 'ink', { ...scene, lamp: { ...scene.lamp, height: -30 } });
  expect(at(behind, 99, 60)).toBeGreaterThan(0.75);
  expect(at(behind, 70, 30)).toBeGreaterThan(0.75);
});

test('sides run towards their point, as deep as was said, and are shaded by where they face', async () => {
  const solid = plainBody({ thickness: { depth: 20, towards: [1e5, 60], shade: 0.25 } });
  const out = await seen(solid, 'sides');
  const alpha = (x: number, y: number): number => out.data[(y * sheet.width + x) * 4 + 3];
  expect(alpha(110, 60)).toBeCloseTo(1, 2);
  expect(alpha(118, 60)).toBeCloseTo(1, 2);
  expect(alpha(122, 60)).toBe(0);
  expect(alpha(36, 60)).toBe(0);
  // The lamp stands to the left: the right side keeps a quarter of its light.
  expect(at(out, 110, 60)).toBeCloseTo(encodeExact(decodeExact(grey) * 0.25), 2);
  // From the right it is lit as much as the face, in light of 45 degrees.
  const other = await seen(solid, 'sides', { ...scene, lamp: { ...scene.lamp, tilt: 0 } });
  expect(at(other, 110, 60)).toBeCloseTo(grey, 1);
  expect(partBack({ shown: true, depth: 20, towards: [200, 0], shade: 0 }, [100, 0])).toBeCloseTo(0.2, 9);
});

test('what is deeper than the letter, a lamp below the horizon, and no lamp: a picture all the same', async () => {
  const deep = plainBody({ edges: { width: 70, depth: 300 }, lip: {}, thickness: { depth: 300, towards: [80, 60] } });
  for (const lamp of [null, { ...scene.lamp, height: -80 }, { ...scene.lamp, tilt: -90, height: 0 }]) {
    const out = await seen(deep, 'ink', { ...scene, lamp } as never);
    for (const value of out.data) expect(value >= 0 && value <= 1.0001).toBe(true);
  }
  expect(wayToLight(plainBody({ tilt: 90, height: 45 }), null, letters)).toMatchObject({
    z: expect.closeTo(Math.SQRT1_2, 6),
    y: expect.closeTo(-Math.SQRT1_2, 6),
  });
});

test('the proposed depth runs back from the plane of the letters', () => {
  // A word whose right end is nearer: its right sides are seen, and they run to the right.
  const nearer = perspectiveOf({
    box: { x: 0, y: 0, width: 300, height: 100 },
    moves: [
      [0, 10],
      [0, -20],
      [0, 30],
      [0, -5],
    ],
  });
  const flatInk = { x: 0, y: 0, width: 300, height: 100 };
  const turned = {
    ...letters,
    flatInk,
    ink: flatInk,
    size: 100,
    warp: { key: 'p', forward: nearer.forward, backward: nearer.backward },
  };
  const found = proposeThickness(turned, { width: 600, height: 400 })!;
  expect(found.towards[0]).toBeGreaterThan(300);
  expect(found.depth).toBeGreaterThan(1);
  // Square from the front a little is shown all the same.
  const flat = proposeThickness(
    { ...turned, warp: null, place: { a: 1, b: 0, c: 0, d: 1, e: 150, f: 150 } },
    { width: 600, height: 400 },
  )!;
  expect(flat.depth).toBeCloseTo(5, 1);
  // Where the photograph's own lines meet near there, the sides run as those do; lines that run otherwise are no help.
  const size = { width: 600, height: 400 };
  const near: [number, number] = [found.towards[0] + 30, found.towards[1] - 10];
  expect(proposeThickness(turned, size, [[-4000, 200], near])!.towards).toEqual(near.map(Math.round));
  expect(proposeThickness(turned, size, [[-4000, 200]])).toEqual(found);
  expect(proposeThickness(drawnLetters([]), sheet)).toBeNull();
});
