import { Evaluator } from '../../../graph/evaluate';
import type { Node } from '../../../graph/node';
import { decodeExact, encodeExact } from '../../../pixels/transfer';
import { paintedNode } from '../../../testing/nodes';
import { plainBare, plainBite, type Bite } from '../schema';
import { bitten } from '.';
import { holdsAt } from './bare';

const sheet = { x: 0, y: 0, width: 120, height: 60 };
type Light = readonly [number, number, number];
const encoded = ([red, green, blue]: Light): number[] => [encodeExact(red), encodeExact(green), encodeExact(blue), 1];

/** A surface lit fully at the left, three times as wide as what lies in a third of the light at the right. */
const lit: Light = [0.6, 0.5, 0.4];
const shaded: Light = [0.2, 0.5 / 3, 0.4 / 3];
const surface = paintedNode('surface', (x) => encoded(x < 90 ? lit : shaded));
const ink: Light = [0.3, 0.1, 0.05];
const letters = paintedNode('ink', () => encoded(ink));
const everywhere = paintedNode('all', () => [1], 1);

async function taken(bite: Partial<Bite>, x: number, ground: Node = surface, own: Node = letters): Promise<number[]> {
  const { layer } = bitten(plainBite({ radius: 2, ...bite }), {
    node: ground,
    letters: everywhere,
    region: sheet,
    scale: 1,
  });
  const { data } = await new Evaluator(1e8).pixels(layer(own), { region: { x, y: 30, width: 1, height: 1 }, scale: 1 });
  return [...data.slice(0, 3)].map((value) => decodeExact(value / data[3])).concat(data[3]);
}

const near = (found: readonly number[], wanted: readonly number[]): void =>
  wanted.forEach((value, c) => expect(Math.abs(encodeExact(found[c]) - encodeExact(value))).toBeLessThan(1 / 255));
/** The program keeps away from black by this much; tests reckon with it too. */
const third =
  (0.2126 * 0.2 + (0.7152 * 0.5) / 3 + (0.0722 * 0.4) / 3 + 0.002) /
  (0.2126 * 0.6 + 0.7152 * 0.5 + 0.0722 * 0.4 + 0.002);

test('as paint: the ink keeps its colour in the even tone, and is lit as the surface is', async () => {
  near(await taken({}, 40), ink);
  near(
    await taken({}, 112),
    ink.map((value) => value * third),
  );
});

test('as dye: multiplied into the surface in linear light', async () => {
  near(
    await taken({ as: 'dye' }, 40),
    ink.map((value, c) => value * lit[c]),
  );
  near(
    await taken({ as: 'dye' }, 112),
    ink.map((value, c) => value * shaded[c]),
  );
});

test('as light: added to the surface, up to white', async () => {
  near(
    await taken({ as: 'light' }, 112),
    ink.map((value, c) => value + shaded[c]),
  );
  near(await taken({ as: 'light' }, 40), [0.9, 0.6, 0.45]);
});

test('strength mixes with the plain ink in light; shading and texture are taken back and raised', async () => {
  near(
    await taken({ strength: 0.5 }, 112),
    ink.map((value) => (value + value * third) / 2),
  );
  near(await taken({ shading: 0, texture: 0 }, 112), ink);
  near(
    await taken({ shading: 2, texture: 2 }, 112),
    ink.map((value) => value * third ** 2),
  );
});

test('texture and shading are parted by the radius', async () => {
  // Fine lines of 2 px on an even surface.
  const lines = paintedNode('lines', (x) => encoded(Math.floor(x / 2) % 2 ? lit : [0.3, 0.25, 0.2]));
  const [on, beside] = [
    await taken({ radius: 8, texture: 0 }, 60, lines),
    await taken({ radius: 8, texture: 0 }, 62, lines),
  ];
  expect(Math.abs(on[0] - beside[0])).toBeLessThan(0.01);
  const [own, next] = [await taken({ radius: 8 }, 60, lines), await taken({ radius: 8 }, 62, lines)];
  expect(Math.max(own[0], next[0]) / Math.min(own[0], next[0])).toBeGreaterThan(1.7);
});

test('each colour of light counts where it is wanted', async () => {
  const blueish: Light = [0.1, 0.5 / 3, 0.3];
  const mixed = paintedNode('mixed', (x) => encoded(x < 90 ? lit : blueish));
  const ratio = (c: number): number => (blueish[c] + 0.002) / (lit[c] + 0.002);
  near(
    await taken({ channels: 'each' }, 112, mixed),
    ink.map((value, c) => value * ratio(c)),
  );
});

test('colours of the surface are kept out, narrow shadows come through', async () => {
  const red: Light = [0.4, 0.12, 0.08];
  const dark: Light = [0.1, 0.1, 0.12];
  const grey: Light = [0.45, 0.44, 0.42];
  // Red bricks, one of them dark; a grey joint that is dark in its shadow.
  const bricks = paintedNode('bricks', (x, y) => {
    if (x > 58 && x < 62) return encoded(y > 20 && y < 40 ? [0.1, 0.098, 0.094] : grey);
    if (y > 52 && y < 56) return encoded(grey);
    return encoded(x > 80 && x < 115 && y < 50 ? dark : red);
  });
  const [plain, kept] = [await taken({}, 98, bricks), await taken({ keptOut: 1 }, 98, bricks)];
  expect(plain[0] / ink[0]).toBeLessThan(0.75);
  near(kept, ink);
  near(await taken({ keptOut: 1 }, 20, bricks), ink);
  const joint = await taken({ keptOut: 1 }, 60, bricks);
  expect(joint[0] / ink[0]).toBeLessThan(0.5);
});

test('a transparent ground is even', async () => {
  near(
    await taken(
      {},
      60,
      paintedNode('nothing', () => [0, 0, 0, 0]),
    ),
    ink,
  );
});

test('a black ground gives no noise and no error', async () => {
  const found = await taken(
    {},
    60,
    paintedNode('black', () => [0, 0, 0, 1]),
  );
  near(found, ink);
});

test('ink holds between the flanks', () => {
  const bare = { dark: [0.2, 0.4] as [number, number], light: [0.8, 0.9] as [number, number] };
  expect(holdsAt(0.1, bare)).toBe(0);
  expect(holdsAt(0.3, bare)).toBeCloseTo(0.5, 6);
  expect(holdsAt(0.6, bare)).toBe(1);
  expect(holdsAt(0.85, bare)).toBeCloseTo(0.5, 6);
  expect(holdsAt(0.95, bare)).toBe(0);
  expect(holdsAt(0, plainBare())).toBe(1);
  expect(holdsAt(1, plainBare())).toBe(1);
});

test('what stays bare has no ink, and no coverage', async () => {
  const bare = { ...plainBare(), dark: [0.5, 0.6] as [number, number], noise: 0 };
  // The lit surface is lighter than 0.6, the shaded one darker than 0.5 (Oklab).
  expect((await taken({ bare }, 40))[3]).toBe(1);
  const { cover } = bitten(plainBite({ bare }), { node: surface, letters: everywhere, region: sheet, scale: 1 });
  const { data } = await new Evaluator(1e8).pixels(cover(everywhere), {
    region: { x: 0, y: 30, width: 120, height: 1 },
    scale: 1,
  });
  expect(data[40]).toBe(1);
  expect(data[112]).toBeLessThan(0.65);
});
