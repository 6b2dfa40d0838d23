import { readColour } from '../pixels/colour';
import { decodeExact, encodeExact } from '../pixels/transfer';
import type { Raster } from '../pixels/raster';
import { Evaluator } from '../graph/evaluate';
import { identity, moved, placed } from '../shape/affine';
import { polygonPath } from '../shape/path';
import { paintedNode } from '../testing/nodes';
import { paintedPicture } from '../testing/pictures';
import type { Letter, Letters } from '../type/letters';
import type { PaintScene } from '../passes/pass';
import { picturePlace } from './picture';
import { coatSchema, solidCoat, type Coat } from './schema';
import { mainColour } from './mainColour';
import { inkNode } from '../passes/ink/inkNode';

const coat = (given: Record<string, unknown>): Coat => coatSchema.parse({ opacity: 1, ...given });
const box = (start: number, line: number, x: number, y: number): Letter => ({
  start,
  text: 'I',
  line,
  path: polygonPath([
    [x, y],
    [x + 40, y],
    [x + 40, y + 40],
    [x, y + 40],
  ]),
  bounds: { x, y, width: 40, height: 40 },
  colour: null,
});
/** Two letters side by side on one line, one below. */
const three: Letters = {
  letters: [box(0, 0, 0, 0), box(1, 0, 60, 0), box(3, 1, 0, 60)],
  lines: [
    {
      start: 0,
      text: 'II',
      ink: { x: 0, y: 0, width: 100, height: 40 },
      flatInk: { x: 0, y: 0, width: 100, height: 40 },
      carets: [],
    },
    {
      start: 3,
      text: 'I',
      ink: { x: 0, y: 60, width: 40, height: 40 },
      flatInk: { x: 0, y: 60, width: 40, height: 40 },
      carets: [],
    },
  ],
  size: 60,
  capHeight: 40,
  ink: { x: 0, y: 0, width: 100, height: 100 },
  flatInk: { x: 0, y: 0, width: 100, height: 100 },
  place: identity,
  warp: null,
  echoes: [],
  reading: null,
};
const photo = paintedNode('ramp', (x, y) => [x / 200, y / 200, 0.5, 1]);
const picture = paintedPicture(64, 32, (x) => (x < 32 ? [255, 0, 0] : [0, 0, 255]));
const scene: PaintScene = {
  materials: {
    picture: () => picture,
    face: () => {
      throw new Error('no faces here');
    },
  },
  photo,
  below: photo,
  bareSheet: photo,
  lamp: null,
  plane: () => null,
  surface: photo,
  sheet: { width: 120, height: 110 },
};
const draw = (coats: Coat[], letters: Letters = three, scale = 1, where = scene): Promise<Raster> =>
  Promise.resolve(
    new Evaluator(1e8).pixels(inkNode(letters, { coats }, where), {
      region: { x: 0, y: 0, width: 120 * scale, height: 110 * scale },
      scale,
    }),
  );
const at = ({ width, data }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];
const close = (found: number[], wanted: number[], within = 0.01): void =>
  wanted.forEach((value, c) => expect(Math.abs(found[c] - value)).toBeLessThan(within));
const blackToWhite = {
  kind: 'gradient',
  shape: 'linear',
  stops: [
    { at: 0, colour: '#000' },
    { at: 1, colour: '#fff' },
  ],
  angle: 0,
  space: 'srgb',
};

test('a linear gradient runs over all letters, over each line or over each letter', async () => {
  const word = await draw([coat(blackToWhite)]);
  close(at(word, 20, 20), [0.205, 0.205, 0.205, 1]);
  close(at(word, 80, 20), [0.805, 0.805, 0.805, 1]);
  close(at(word, 20, 80), [0.205, 0.205, 0.205, 1]);
  const line = await draw([coat({ ...blackToWhite, span: 'line' })]);
  close(at(line, 20, 80), [0.5125, 0.5125, 0.5125, 1]);
  const letter = await draw([coat({ ...blackToWhite, span: 'letter' })]);
  for (const [x, y] of [
    [20, 20],
    [80, 20],
    [20, 80],
  ])
    close(at(letter, x, y), [0.5125, 0.5125, 0.5125, 1]);
  // Between the letters there is nothing.
  expect(at(word, 50, 20)).toEqual([0, 0, 0, 0]);
});

test('mixed in Oklab, the middle of black and white is the grey of lightness one half', async () => {
  const out = await draw([coat({ ...blackToWhite, span: 'letter', space: 'oklab' })]);
  // Oklab's lightness of a grey is the cube root of its light.
  close(at(out, 20, 20), [encodeExact(0.5125 ** 3), encodeExact(0.5125 ** 3), encodeExact(0.5125 ** 3), 1]);
});

test('stops at one place make a hard edge; a single stop is one colour; clear stops let through', async () => {
  const hard = await draw([
    coat({
      ...blackToWhite,
      stops: [
        { at: 0.5, colour: '#f00' },
        { at: 0.5, colour: '#00f' },
      ],
    }),
  ]);
  close(at(hard, 30, 20), [1, 0, 0, 1]);
  close(at(hard, 70, 20), [0, 0, 1, 1]);
  const single = await draw([coat({ ...blackToWhite, stops: [{ at: 0.3, colour: '#0a0' }] })]);
  expect(at(single, 5, 5)).toEqual(at(single, 95, 35));
  const clear = await draw([
    coat({
      ...blackToWhite,
      stops: [
        { at: 0, colour: '#f000' },
        { at: 1, colour: '#f00' },
      ],
      span: 'letter',
    }),
  ]);
  close(at(clear, 20, 20), [0.5125, 0, 0, 0.5125]);
});

test('a radial gradient ends at its reach, a conic one goes round', async () => {
  const radial = await draw([coat({ ...blackToWhite, shape: 'radial', span: 'letter', spread: 1 })]);
  // 10 px from the middle of a box of 40: its half diagonal is 28.3.
  close(at(radial, 30, 20), Array(3).fill(Math.hypot(10.5, 0.5) / (20 * Math.SQRT2)) as number[]);
  const conic = await draw([coat({ ...blackToWhite, shape: 'conic', span: 'letter' })]);
  close(at(conic, 20, 35), [0.25, 0.25, 0.25, 1], 0.02);
  close(at(conic, 5, 20), [0.5, 0.5, 0.5, 1], 0.02);
});

test('coats are laid on one another by the standard’s modes, each at its strength', async () => {
  const grey = solidCoat({ colour: '#808080' });
  const warm = (mode: 'overlay' | 'multiply', opacity = 1) => solidCoat({ colour: '#e0b060', mode, opacity });
  const once = at(await draw([grey, warm('overlay')]), 20, 20);
  const twice = at(await draw([grey, warm('overlay'), warm('overlay')]), 20, 20);
  // Overlay is hard light with the layers changed over: on a backdrop above one half it screens (2b - 1) with the
  // source.
  const [b, s] = [128 / 255, 224 / 255];
  close(once, [1 - 2 * (1 - b) * (1 - s)], 0.003);
  for (const c of [0, 1]) expect(twice[c]).toBeGreaterThan(once[c] + 0.05);
  const half = at(await draw([grey, warm('multiply', 0.5)]), 20, 20);
  close(half, [(b * s + b) / 2], 0.003);
  expect(
    at(await draw(Array.from({ length: 40 }, () => solidCoat({ colour: '#ffffff', opacity: 0.1 }))), 20, 20)[3],
  ).toBeCloseTo(1 - 0.9 ** 40, 4);
});

test('a coat reaches one line or one letter', async () => {
  const out = await draw([
    solidCoat({ colour: '#ff0000' }),
    solidCoat({ colour: '#00ff00', reach: { kind: 'letter', at: 1 } }),
    solidCoat({ colour: '#0000ff', reach: { kind: 'line', line: 1 } }),
  ]);
  expect([at(out, 20, 20), at(out, 80, 20), at(out, 20, 80)]).toEqual([
    [1, 0, 0, 1],
    [0, 1, 0, 1],
    [0, 0, 1, 1],
  ]);
});

test('the photo as a coat is the photo in register, to the bit; slipped, it is the photo from there', async () => {
  const out = await draw([coat({ kind: 'plate' })]);
  expect(at(out, 20, 30)).toEqual([20.5 / 200, 30.5 / 200, 0.5, 1].map(Math.fround));
  const slipped = await draw([coat({ kind: 'plate', x: 10, y: -4 })]);
  expect(at(slipped, 20, 30)).toEqual([10.5 / 200, 34.5 / 200, 0.5, 1].map(Math.fround));
  // White letters multiplied are no letters at all.
  const through = await draw([coat({ kind: 'plate' }), solidCoat({ colour: '#ffffff', mode: 'multiply' })]);
  close(at(through, 70, 10), [70.5 / 200, 10.5 / 200, 0.5, 1], 1e-5);
});

test('a picture covers its box without a gap, or lies whole within it', async () => {
  const covering = await draw([coat({ kind: 'picture', asset: 'p', span: 'letter' })]);
  for (const { bounds } of three.letters)
    for (let y = bounds!.y + 1; y < bounds!.y + 39; y += 4)
      for (let x = bounds!.x + 1; x < bounds!.x + 39; x += 4) expect(at(covering, x, y)[3]).toBeGreaterThan(0.999);
  close(at(covering, 5, 20), [1, 0, 0, 1], 0.03);
  close(at(covering, 35, 20), [0, 0, 1, 1], 0.03);
  const whole = await draw([coat({ kind: 'picture', asset: 'p', span: 'letter', fit: 'contain' })]);
  expect([at(whole, 20, 2)[3], at(whole, 20, 20)[3]]).toEqual([0, expect.closeTo(1, 3)]);
  expect(
    picturePlace(
      { fit: 'cover', scale: 1, x: 0, y: 0 },
      { width: 64, height: 32 },
      { x: 0, y: 0, width: 40, height: 40 },
    ),
  ).toEqual({ scale: 1.25, x: -20, y: 0 });
});

test('a picture turns with its letters', async () => {
  const turned = await draw([coat({ kind: 'picture', asset: 'p', span: 'letter' })], {
    ...three,
    letters: three.letters.slice(0, 1),
    place: placed(1, 90, 60, 10),
  });
  // What was left lies above: the letter's box is now (20..60, 10..50).
  close(at(turned, 40, 15), [1, 0, 0, 1], 0.03);
  close(at(turned, 40, 45), [0, 0, 1, 1], 0.03);
});

test('a picture of one px is that colour everywhere', async () => {
  const dot = paintedPicture(1, 1, () => [10, 200, 30]);
  const out = await draw([coat({ kind: 'picture', asset: 'p' })], three, 1, {
    ...scene,
    materials: { ...scene.materials, picture: () => dot },
  });
  close(at(out, 20, 20), [10 / 255, 200 / 255, 30 / 255, 1], 0.005);
});

test.each([0.1, 0.3, 0.5, 0.7, 0.9])('a halftone prints as much area as light %p is missing', async (light) => {
  const tone = encodeExact(light);
  const css = `rgb(${tone * 255} ${tone * 255} ${tone * 255})`;
  for (const motif of ['dots', 'lines']) {
    const out = await draw(
      [
        solidCoat({ colour: css }),
        coat({ kind: 'halftone', motif, colour: '#000', ground: '#fff', pitch: 0.1, angle: 20 }),
      ],
      three,
      4,
    );
    let [sum, count] = [0, 0];
    for (let y = 20; y < 140; y++) for (let x = 20; x < 140; x++) [sum, count] = [sum + at(out, x, y)[0], count + 1];
    expect(Math.abs(sum / count - decodeExact(tone))).toBeLessThan(0.025);
  }
});

test('a halftone of tones about the middle has no hard corners, and covers as much as there is dark', async () => {
  // Light that wanders between 0.44 and 0.56, so that single cells fall to either side of the half.
  const light = (x: number, y: number): number => 0.5 + 0.03 * Math.sin(x * 0.9) + 0.03 * Math.cos(y * 1.3 + x * 0.4);
  const grey = paintedNode('grey', (x, y) => {
    const tone = encodeExact(light(x, y));
    return [tone, tone, tone, 1];
  });
  const halftone = coat({ kind: 'halftone', motif: 'dots', colour: '#000', ground: '#fff', pitch: 0.25, angle: 20 });
  for (const scale of [0.5, 1, 4]) {
    const out = await draw([coat({ kind: 'plate' }), halftone], three, scale, { ...scene, photo: grey, below: grey });
    const value = (x: number, y: number): number => out.data[(y * out.width + x) * 4];
    let [corners, sum, count] = [0, 0, 0];
    for (let y = 1; y < 40 * scale - 2; y++)
      for (let x = 1; x < 40 * scale - 2; x++) {
        // A corner of a hard square: of four px three are of one colour and the fourth of the other.
        const four = [value(x, y), value(x + 1, y), value(x, y + 1), value(x + 1, y + 1)].sort((one, two) => one - two);
        corners += Number((four[0] < 0.02 && four[1] > 0.98) || (four[2] < 0.02 && four[3] > 0.98));
        [sum, count] = [sum + value(x, y), count + 1];
      }
    expect(corners).toBe(0);
    expect(Math.abs(sum / count - 0.5)).toBeLessThan(0.04);
  }
});

test('patterns keep to their two colours and their balance, at any scale, and to their seed', async () => {
  for (const motif of ['stripes', 'checks', 'dots', 'waves']) {
    for (const scale of [1, 3]) {
      const out = await draw(
        [coat({ kind: 'pattern', motif, colours: ['#000', '#fff'], size: 0.25, angle: 30, balance: 0.4 })],
        three,
        scale,
      );
      let [sum, count] = [0, 0];
      for (let y = 0; y < 40 * scale; y++)
        for (let x = 0; x < 40 * scale; x++) [sum, count] = [sum + at(out, x, y)[0], count + 1];
      expect(Math.abs(sum / count - 0.4)).toBeLessThan(0.06);
    }
  }
  for (const motif of ['weave', 'noise', 'grain', 'crackle']) {
    const pattern = (seed: number) =>
      draw([coat({ kind: 'pattern', motif, colours: ['#102030', '#f0e0d0'], size: 0.3, angle: 0, seed })]);
    const [one, same, other] = await Promise.all([pattern(4), pattern(4), pattern(5)]);
    expect(one.data).toEqual(same.data);
    if (motif !== 'weave') expect(one.data).not.toEqual(other.data);
    for (let x = 1; x < 39; x++)
      at(one, x, 20)
        .slice(0, 3)
        .forEach((value, c) => expect(value).toBeGreaterThanOrEqual(readColour('#102030')[c] - 1e-6));
  }
});

test('a part of an ink is the same as that part of the whole', async () => {
  const coats = [
    coat({ ...blackToWhite, span: 'letter' }),
    coat({ kind: 'pattern', motif: 'crackle', colours: ['#888', '#333'], size: 0.3, angle: 10, mode: 'overlay' }),
    coat({ kind: 'halftone', motif: 'dots', colour: '#102', pitch: 0.12, angle: 33 }),
    coat({ kind: 'picture', asset: 'p', opacity: 0.4 }),
  ];
  const node = inkNode({ ...three, place: { ...moved(5, 3), a: 1.3, d: 1.3 } }, { coats }, scene);
  const whole = await new Evaluator(1e8).pixels(node, { region: { x: 0, y: 0, width: 140, height: 140 }, scale: 1 });
  const part = await new Evaluator(1e8).pixels(node, { region: { x: 37, y: 21, width: 50, height: 60 }, scale: 1 });
  for (let y = 0; y < 60; y++) for (let x = 0; x < 50; x++) close(at(part, x, y), at(whole, x + 37, y + 21), 1e-3);
});

test('one colour stands for an ink where only one can be shown', () => {
  expect(
    mainColour({ coats: [solidCoat({ colour: '#ff0000' }), solidCoat({ colour: '#0000ff', opacity: 0.5 })] }),
  ).toBe('#800080');
  expect(mainColour({ coats: [coat({ kind: 'plate' })] })).toBeNull();
});
