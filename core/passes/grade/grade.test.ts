import type { Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { Evaluator } from '../../graph/evaluate';
import type { Node } from '../../graph/node';
import { colourNode, paintedNode } from '../../testing/nodes';
import { gradePass } from './index';
import { plainGrade, type Grade, type GradeReach } from './schema';

const side = 80;
const region = { x: 0, y: 0, width: side, height: side };
/** Letters are the left half; the veil is the upper half. */
const cover: Node = {
  ...paintedNode('letters', (x) => [Number(x < 40)], 1),
  bounds: { x: 0, y: 0, width: 40, height: side },
};
const matte = paintedNode('veil', (_, y) => [Number(y < 40)], 1);
const grade = (change: Partial<Grade>, reach: Partial<GradeReach> = {}): Grade => ({
  ...plainGrade('g', { lettering: 'w', area: 'inside', on: { kind: 'all' } }),
  ...change,
  reach: { lettering: 'w', area: 'inside', on: { kind: 'all' }, soft: 0, ...reach },
});
const draw = async (source: Node, given: Grade, { veil = null as string | null, scale = 1 } = {}): Promise<Raster> =>
  new Evaluator(1e8).pixels(
    gradePass.paint!(
      source,
      { grades: [given] },
      {
        materials: null as never,
        photographs: new Map(),
        coverOf: () => cover,
        seenWithin: () => cover,
        lamp: null,
        matteOf: (id) => (id === 'v' ? matte : null),
        photographOf: () => null,
        seenOf: () => null,
        sheet: { width: side, height: side },
      },
      veil,
    ),
    { region: { ...region, width: side * scale, height: side * scale }, scale },
  );
const at = ({ data, width }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 3),
];
const close = (found: number[], wanted: number[], within = 2 / 255): void =>
  wanted.forEach((value, c) => expect(Math.abs(found[c] - value)).toBeLessThan(within));
const clay = colourNode('#b06040');
const plain = [0xb0, 0x60, 0x40].map((value) => value / 255);

test('inside or outside of the letters the photo is changed, elsewhere it stays to the bit', async () => {
  for (const area of ['inside', 'outside'] as const) {
    const out = await draw(clay, grade({ invert: true }, { area }));
    const [inside, outside] =
      area === 'inside' ? [plain.map((value) => 1 - value), plain] : [plain, plain.map((value) => 1 - value)];
    close(at(out, 10, 40), inside, 1e-6);
    close(at(out, 70, 40), outside, 1e-6);
  }
});

test('a stop halves the light; saturation 0 keeps lightness and leaves grey; a hue turned all around is where it was', async () => {
  close(
    at(await draw(clay, grade({ light: -1 })), 10, 10),
    plain.map((value) => encodeExact(decodeExact(value) / 2)),
  );
  const [red, green, blue] = at(await draw(clay, grade({ saturation: 0 })), 10, 10);
  expect(Math.max(red, green, blue) - Math.min(red, green, blue)).toBeLessThan(2 / 255);
  close(at(await draw(clay, grade({ hue: 360 })), 10, 10), plain);
  const [turnedRed, , turnedBlue] = at(await draw(clay, grade({ hue: 180 })), 10, 10);
  expect(turnedBlue).toBeGreaterThan(turnedRed);
  close(
    at(await draw(clay, grade({ subtract: '#202020' })), 10, 10),
    plain.map((value) => value - 32 / 255),
    1e-5,
  );
});

test('at half strength a grade is half way', async () => {
  close(
    at(await draw(clay, grade({ invert: true, strength: 0.5 })), 10, 10),
    plain.map((value) => (value + 1 - value) / 2),
    1e-5,
  );
});

test('only on a veil inside the letters; the veil’s own colours are changed as a whole, and left alone by what is laid behind it', async () => {
  const on = { kind: 'veil', veil: 'v' } as const;
  const photo = await draw(clay, grade({ invert: true }, { on }));
  close(
    at(photo, 10, 10),
    plain.map((value) => 1 - value),
    1e-6,
  );
  close(at(photo, 10, 70), plain, 1e-6);
  close(at(photo, 70, 10), plain, 1e-6);
  close(
    at(await draw(clay, grade({ invert: true }, { on }), { veil: 'v' }), 10, 70),
    plain.map((value) => 1 - value),
    1e-6,
  );
  close(at(await draw(clay, grade({ invert: true }, { on }), { veil: 'other' }), 10, 70), plain, 1e-6);
  const behind = { kind: 'behind', veil: 'v' } as const;
  close(at(await draw(clay, grade({ invert: true }, { on: behind })), 10, 10), plain, 1e-6);
  close(
    at(await draw(clay, grade({ invert: true }, { on: behind })), 10, 70),
    plain.map((value) => 1 - value),
    1e-6,
  );
  close(at(await draw(clay, grade({ invert: true }, { on: behind }), { veil: 'v' }), 10, 70), plain, 1e-6);
});

test('a blur mixes light, not codes: at a step between black and white it has half the light', async () => {
  const step = paintedNode('step', (x) => (x < 20 ? [0, 0, 0, 1] : [1, 1, 1, 1]));
  const out = await draw(step, grade({ blur: 4 }));
  expect((at(out, 19, 40)[0] + at(out, 20, 40)[0]) / 2).toBeCloseTo(encodeExact(0.5), 1);
  // One sigma away from the step a Gaussian has 84.1 % of it.
  expect(decodeExact((at(out, 23, 40)[0] + at(out, 24, 40)[0]) / 2)).toBeCloseTo(0.841, 1);
});

test('the border of the sheet repeats: what lies beyond it is not mixed in', async () => {
  const beyond = paintedNode('beyond', (x, y) => (x < 0 || y < 0 ? [1, 1, 1, 1] : [0, 0, 0, 1]));
  close(at(await draw(beyond, grade({ blur: 6 })), 0, 0), [0, 0, 0], 1e-4);
});

test('what is blurred behind a veil does not take on the veil’s colour', async () => {
  const photo = paintedNode('subject', (_, y) => (y < 40 ? [1, 0, 0, 1] : [0, 0, 1, 1]));
  const out = await draw(photo, grade({ blur: 6 }, { on: { kind: 'behind', veil: 'v' } }));
  close(at(out, 10, 41), [0, 0, 1], 1e-3);
  close(at(out, 10, 38), [1, 0, 0], 1e-3);
});

test('a soft silhouette fades over its width, half way on the edge; half as large at half the scale', async () => {
  for (const scale of [1, 0.5]) {
    const out = await draw(colourNode('#000000'), grade({ invert: true }, { soft: 24 }), { scale });
    const row = [40, 46, 52, 60].map((x) => at(out, x * scale, 40 * scale)[0]);
    // The first px beyond the edge has its centre half a px off it: the normal distribution of 6 px says 0.467, and of
    // a px twice as wide 0.434.
    expect(row[0]).toBeCloseTo(scale === 1 ? 0.467 : 0.434, 2);
    expect(row[1]).toBeGreaterThan(row[2]);
    expect(row[3]).toBeLessThan(0.01);
  }
});
