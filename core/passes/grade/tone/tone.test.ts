import { converter } from 'culori';
import { emptyRaster, type Raster } from '../../../pixels/raster';
import { decodeExact, encodeExact } from '../../../pixels/transfer';
import { seeded } from '../../../shape/seeded';
import { plainGrade, type Grade } from '../schema';
import { curveThrough } from '../../../shape/curve';
import { contrasted, levelled } from './curve';
import { treatTone } from '.';
import { curvesSchema, hueRangeSchema, levelsSchema, splitTintSchema } from './schema';
import { balanceMatrix, balanceOfGrey } from './whiteBalance';

type Triple = [number, number, number];
const toOklab = converter('oklab');
const labOf = ([r, g, b]: Triple): Triple => {
  const { l, a, b: blue } = toOklab({ mode: 'rgb', r, g, b });
  return [l, a, blue];
};
const grade = (change: Partial<Grade>): Grade => ({
  ...plainGrade('g', { lettering: null, area: 'everything', on: { kind: 'all' } }),
  ...change,
});
const rasterOf = (colours: readonly Triple[], alpha = 1): Raster => {
  const out = emptyRaster(colours.length, 1, 4);
  colours.forEach((colour, i) => out.data.set([...colour.map((value) => value * alpha), alpha], 4 * i));
  return out;
};
const treated = (colours: readonly Triple[], change: Partial<Grade>, alpha = 1): Triple[] => {
  const { data } = treatTone(rasterOf(colours, alpha), grade(change));
  return colours.map((_, i) => [0, 1, 2].map((c) => data[4 * i + c] / alpha) as Triple);
};
const random = seeded(7);
const someColours = Array.from({ length: 200 }, (): Triple => [random(), random(), random()]);
const worst = (found: readonly Triple[], wanted: readonly Triple[]): number =>
  Math.max(...found.flatMap((colour, i) => colour.map((value, c) => Math.abs(value - wanted[i][c]))));

test('levels are (value - black) / (white - black) to the power of one over gamma, for all channels and then for one', () => {
  const levels = levelsSchema.parse({
    all: { black: 0.1, white: 0.8, gamma: 1.6 },
    blue: { low: 0.2, high: 0.9 },
  });
  const wanted = someColours.map(
    (colour) =>
      colour.map((value, c) => {
        const spread = Math.min(1, Math.max(0, (value - 0.1) / 0.7)) ** (1 / 1.6);
        return c === 2 ? 0.2 + 0.7 * spread : spread;
      }) as Triple,
  );
  // Where the slope has no end, just above black, a table is a little off.
  expect(worst(treated(someColours, { levels }), wanted)).toBeLessThan(1 / 255);
});

test('levels whose black and white meet or cross part black from white there', () => {
  for (const white of [0.5, 0.2])
    expect([0.49, 0.51].map((value) => levelled({ black: 0.5, white, gamma: 1, low: 0, high: 1 }, value))).toEqual([
      0, 1,
    ]);
});

test('a curve meets its points in any order, never leaves the span between neighbours, and is straight where they are', () => {
  const through = curveThrough([
    [1, 0.9],
    [0.25, 0.4],
    [0, 0.1],
    [0.6, 0.4],
  ]);
  for (const [x, y] of [
    [0, 0.1],
    [0.25, 0.4],
    [0.6, 0.4],
    [1, 0.9],
  ])
    expect(through(x)).toBeCloseTo(y, 12);
  for (let value = 0.25; value <= 0.6; value += 0.01) expect(through(value)).toBeCloseTo(0.4, 12);
  for (let value = 0; value < 1; value += 0.01)
    expect(through(value + 0.01)).toBeGreaterThanOrEqual(through(value) - 1e-12);
  const straight = curveThrough([
    [0, 0.2],
    [0.3, 0.35],
    [1, 0.7],
  ]);
  for (let value = 0; value <= 1; value += 0.07) expect(straight(value)).toBeCloseTo(0.2 + value / 2, 12);
  expect(
    curveThrough([
      [0.3, 0.1],
      [0.3, 0.6],
    ])(0.9),
  ).toBe(0.6);
});

test('a curve between two points with the slopes of Fritsch and Carlson: worked out by hand', () => {
  // Slopes 3/2 and 2/3 around the middle: its tangent is 13/12, the ends take their neighbour's slope.
  const through = curveThrough([
    [0, 0],
    [0.4, 0.6],
    [1, 1],
  ]);
  // Hermite at the middle of the first stretch: y0/2 + y1/2 + h (m0 - m1) / 8.
  expect(through(0.2)).toBeCloseTo(0.3 + (0.4 * (3 / 2 - 13 / 12)) / 8, 12);
});

test('contrast keeps black, middle and white, and its slope in the middle is two to the power of it', () => {
  for (const doublings of [-1, 0.5, 2]) {
    expect([0, 0.5, 1].map((value) => contrasted(value, doublings))).toEqual([0, 0.5, 1]);
    const slope = (contrasted(0.5001, doublings) - contrasted(0.4999, doublings)) / 0.0002;
    expect(slope).toBeCloseTo(2 ** doublings, 4);
  }
});

test('two grades after each other are as fine as one: nothing is rounded to bytes between them', () => {
  const ramp = Array.from({ length: 256 }, (_, i): Triple => [i / 255, i / 255, i / 255]);
  const darker = treatTone(rasterOf(ramp), grade({ light: -4 }));
  const back = treatTone(darker, grade({ light: 4 }));
  ramp.forEach(([value], i) => expect(Math.abs(back.data[4 * i] - value)).toBeLessThan(0.5 / 255));
});

test('hues turned keep Oklab’s lightness, also where sRGB cannot show all of the chroma', () => {
  for (const hue of [40, 120, 200, 300]) {
    const turned = treated(someColours, { hue });
    turned.forEach((colour, i) => {
      expect(Math.abs(labOf(colour)[0] - labOf(someColours[i])[0])).toBeLessThan(0.004);
      expect(Math.max(...colour)).toBeLessThanOrEqual(1);
    });
  }
  const [, a, b] = labOf([0.6, 0.5, 0.45]);
  const [, turnedA, turnedB] = labOf(treated([[0.6, 0.5, 0.45]], { hue: 90 })[0]);
  expect([turnedA, turnedB]).toEqual([expect.closeTo(-b, 3), expect.closeTo(a, 3)]);
});

test('vibrance gives pale colours more than vivid ones, and greys nothing', () => {
  const chroma = (colour: Triple): number => Math.hypot(labOf(colour)[1], labOf(colour)[2]);
  const [pale, vivid, grey]: Triple[] = [
    [0.55, 0.5, 0.48],
    [0.8, 0.35, 0.2],
    [0.4, 0.4, 0.4],
  ];
  const [palest, more, still] = treated([pale, vivid, grey], { vibrance: 0.8 });
  expect(chroma(palest) / chroma(pale)).toBeGreaterThan(1.6);
  expect(chroma(more) / chroma(vivid)).toBeLessThan(1.5);
  expect(worst([still], [grey])).toBeLessThan(1 / 255);
});

test('a range of hues is changed, and others are left alone', () => {
  const [red, blue]: Triple[] = [
    [0.8, 0.3, 0.25],
    [0.25, 0.35, 0.8],
  ];
  const centre = (Math.atan2(labOf(red)[2], labOf(red)[1]) * 180) / Math.PI;
  const hueRanges = [hueRangeSchema.parse({ centre, width: 30, soft: 20, saturation: 0 })];
  const [grey, same] = treated([red, blue], { hueRanges });
  expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(2 / 255);
  expect(worst([same], [blue])).toBeLessThan(1 / 255);
});

test('black and white is the sum of the light of each channel', () => {
  const greyMix = { red: 0.7, green: 0.4, blue: -0.1 };
  const wanted = someColours.map(([red, green, blue]): Triple => {
    const light = 0.7 * decodeExact(red) + 0.4 * decodeExact(green) - 0.1 * decodeExact(blue);
    const value = encodeExact(Math.min(1, Math.max(0, light)));
    return [value, value, value];
  });
  // A product of light that is almost none is steep when it is encoded.
  const bright = wanted.map(([value]) => value > 0.1);
  const found = treated(someColours, { greyMix });
  expect(
    worst(
      found.filter((_, i) => bright[i]),
      wanted.filter((_, i) => bright[i]),
    ),
  ).toBeLessThan(1.5 / 255);
});

test('a split tint draws shadows one way and highlights the other, and lightness stays', () => {
  const splitTint = splitTintSchema.parse({ shadows: '#2040c0', highlights: '#e0a020', amount: 0.4 });
  const greys: Triple[] = [
    [0.12, 0.12, 0.12],
    [0.85, 0.85, 0.85],
  ];
  const [dark, light] = treated(greys, { splitTint });
  expect(dark[2]).toBeGreaterThan(dark[0]);
  expect(light[0]).toBeGreaterThan(light[2]);
  [dark, light].forEach((colour, i) => expect(labOf(colour)[0]).toBeCloseTo(labOf(greys[i])[0], 2));
  // A colour as vivid as sRGB has it stays what it is.
  const vivid: Triple = [0.95, 0.27, 0.1];
  expect(worst(treated([vivid], { splitTint }), [vivid])).toBeLessThan(0.03);
});

test('a grey that is pointed at becomes grey, whatever cast it has', () => {
  for (let i = 0; i < 60; i++) {
    // Casts as lamps and shade make them.
    const light: Triple = [0.2 + 0.25 * random(), 0.25 + 0.06 * random(), 0.15 + 0.2 * random()];
    const whiteBalance = balanceOfGrey(light)!;
    const [r, g, b] = treated([light.map(encodeExact) as Triple], { whiteBalance })[0];
    expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(1.5 / 255);
  }
  expect(balanceOfGrey([0, 0, 0])).toBeNull();
});

test('white balance is nothing at nothing, warms above it, and keeps the luminance of white', () => {
  balanceMatrix({ warmth: 0, tint: 0 }).forEach((value, i) => expect(value).toBeCloseTo(i % 4 === 0 ? 1 : 0, 4));
  const [warm] = treated([[0.5, 0.5, 0.5]], { whiteBalance: { warmth: 40, tint: 0 } });
  expect(warm[0]).toBeGreaterThan(warm[2] + 0.05);
  const [magenta] = treated([[0.5, 0.5, 0.5]], { whiteBalance: { warmth: 0, tint: 15 } });
  expect(magenta[1]).toBeLessThan(Math.min(magenta[0], magenta[2]));
  const [rr, rg, rb, gr, gg, gb, br, bg, bb] = balanceMatrix({ warmth: -60, tint: 8 });
  const white = [rr + rg + rb, gr + gg + gb, br + bg + bb];
  // What it was adapted from is another white of luminance 1; white itself keeps its own within a few hundredths.
  expect(0.2126 * white[0] + 0.7152 * white[1] + 0.0722 * white[2]).toBeCloseTo(1, 1);
});

test('means and spreads are brought from one picture’s to another’s', () => {
  const pale = someColours.map((colour) => colour.map((value) => 0.4 + 0.2 * value) as Triple);
  const statistics = (colours: readonly Triple[]) => {
    const labs = colours.map(labOf);
    const mean = [0, 1, 2].map((c) => labs.reduce((sum, lab) => sum + lab[c], 0) / labs.length) as Triple;
    const spread = [0, 1, 2].map((c) =>
      Math.sqrt(labs.reduce((sum, lab) => sum + (lab[c] - mean[c]) ** 2, 0) / labs.length),
    ) as Triple;
    return { mean, spread };
  };
  const warmer = pale.map(([r, g, b]) => [r + 0.06, g * 0.9, b * 0.7] as Triple);
  const to = statistics(warmer);
  const found = statistics(treated(pale, { match: { from: statistics(pale), to } }));
  for (const c of [0, 1, 2]) {
    expect(Math.abs(found.mean[c] - to.mean[c])).toBeLessThan(0.004);
    expect(found.spread[c] / to.spread[c]).toBeCloseTo(1, 1);
  }
});

test('what is see-through is changed as what is opaque, and what is not there stays so', () => {
  const change: Partial<Grade> = {
    contrast: 0.5,
    saturation: 1.3,
    whiteBalance: { warmth: 20, tint: 0 },
    curve: curvesSchema.parse({
      all: [
        [0, 0.1],
        [1, 0.9],
      ],
    }),
    fade: 0.4,
  };
  expect(worst(treated(someColours, change, 0.3), treated(someColours, change))).toBeLessThan(1e-3);
  expect([...treatTone(emptyRaster(2, 1, 4), grade(change)).data]).toEqual(new Array(8).fill(0));
});
