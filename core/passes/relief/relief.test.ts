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

test('an edge rises as it is drawn', async () => {
  const one = await new Evaluator(1e8).pixels(cover, { region, scale: 1 });
  const curve = [
    [0, 0],
    [0.5, 0.25],
    [1, 1],
  ];
  const heights = heightsOf(one, reliefSchema.parse({ profile: 'drawn', curve, width: 20, depth: 8, soft: 0 }), 1);
  const h = (x: number): number => heights.data[60 * sheet.width + x];
  // Half of 20 px inwards, a quarter of 8 px.
  expect(h(49) / 2 + h(50) / 2).toBeCloseTo(2, 1);
  expect(h(70)).toBeCloseTo(8, 2);
  const crossing = [
    [0.5, 0],
    [0.2, 1],
  ];
  expect(reliefSchema.safeParse({ profile: 'drawn', curve: crossing }).success).toBe(false);
});

test('edges that the lamp leaves dark are lit by the second light, in its colour; the face stays', async () => {
  const chamfer = plainBody({ edges: { profile: 'chamfer', width: 12, depth: 12, soft: 0 } });
  const fill = { tilt: 0, height: 45, strength: 0.5, colour: '#ff0000' };
  const lamp = { ...scene.lamp, colour: '#ffffff', fill };
  const out = await seen(chamfer, 'ink', { ...scene, lamp });
  const colour = (x: number, c: number): number => decodeExact(out.data[(60 * sheet.width + x) * 4 + c]);
  const own = decodeExact(grey);
  expect(colour(70, 0)).toBeCloseTo(own, 3);
  // Square to the red light, root of 2 of what it gives the face, which is a third of its red.
  expect(colour(93, 0)).toBeCloseTo((own * Math.SQRT2) / 3, 2);
  expect(colour(93, 1)).toBeLessThan(0.01);
});

test('a stronger lamp lights and shades edges more, by its strength', async () => {
  const chamfer = plainBody({ edges: { profile: 'chamfer', width: 12, depth: 4, soft: 0 } });
  const shadeWith = async (strength: number): Promise<number> => {
    const out = await seen(chamfer, 'ink', { ...scene, lamp: { ...scene.lamp, strength } });
    return 1 - decodeExact(at(out, 93, 60)) / decodeExact(grey);
  };
  const plain = await shadeWith(1);
  expect(await shadeWith(2)).toBeCloseTo(2 * plain, 2);
  expect(await shadeWith(0)).toBeCloseTo(0, 3);
});

test('the surface’s fine texture stands out on the face, lit from the lamp’s side', async () => {
  const grain = (x: number): number => 0.5 + 0.1 * Math.sin((2 * Math.PI * x) / 8);
  const surface = paintedNode('ribs', (x) => [grain(x), grain(x), grain(x), 1]);
  const rough = plainBody({ edges: { depth: 0, texture: 1, grain: 6 } });
  const out = await seen(rough, 'ink', { ...scene, surface });
  const row = Array.from({ length: 16 }, (_, i) => at(out, 62 + i, 60));
  expect(Math.max(...row) - Math.min(...row)).toBeGreaterThan(0.02);
  // Light from the left: lightest where the ribs rise to the right, a quarter of a rib before their crest.
  const best = 62 + row.slice(0, 8).indexOf(Math.max(...row.slice(0, 8))) + 0.5;
  const rising = [64, 72].map((x) => Math.abs(best - x));
  expect(Math.min(...rising)).toBeLessThanOrEqual(1.5);
  const smooth = await seen(rough, 'ink', { ...scene, surface: paintedNode('even', () => [0.5, 0.5, 0.5, 1]) });
  expect(at(smooth, 70, 60)).toBeCloseTo(grey, 4);
});

test('of a panel that the letters are openings in, the rim is lit: its side towards the lamp, and nothing far from it', async () => {
  const hole = (x: number, y: number): number => grey * (1 - inside(x, y));
  const panel = paintedNode('panel', (x, y) => [hole(x, y), hole(x, y), hole(x, y), 1 - inside(x, y)]);
  const knockedOut: Painted = {
    layers: [layer('openings', panel, { parts: { inside: panel, outside: panel } })],
    cover: painted.cover,
  };
  const chamfer = plainBody({ edges: { profile: 'chamfer', width: 10, depth: 10, soft: 0 } });
  const [rim] = embodied(knockedOut, letters, chamfer, scene).layers;
  const out = await new Evaluator(1e8).pixels(rim.node, { region, scale: 1 });
  // Light from the left: the rim that rises to the right looks at it, beyond the right side of the opening.
  expect(at(out, 105, 60)).toBeGreaterThan(grey + 0.05);
  expect(at(out, 34, 60)).toBeLessThan(0.1);
  expect(at(out, 130, 60)).toBeCloseTo(grey, 3);
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
    expect(out.data.every((value) => value >= 0 && value <= 1.0001)).toBe(true);
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
