import { plainMark } from '../passes/chalk/schema';
import { lightness, lightnessOfLuminance, luminanceOfOklab, readOklab } from '../pixels/colour';
import type { Point } from '../shape/affine';
import { paintedPicture } from '../testing/pictures';
import { busiestPlace, closerPart, isFree, shownPart, type Wanted } from './crop';
import { proposeGrade } from './grading';
import type { Ground } from './ground';
import type { Layout } from './kinds/kind';
import { inksOf, mainColours } from './inks';
import { crossingOf, mostHidden, touched } from './kinds/common';
import { uprightQuad } from './kinds/surface';
import { broughtBefore } from './kinds/woven';
import { keepOf } from './keep';
import { readKeep, roughsOrderSchema } from './order';
import { bestInk, contrastWith, type Seen } from './seen';
import { overlapOf } from './search';
import { breaksOf } from './settings';
import { sketchedThing, sketchOf } from './sketch';
import { scoreOf, weights } from './weights';

const anyShape: Wanted = { shape: null, crop: null };
const whole = { x: 0, y: 0, width: 200, height: 100 };

test('a sketch has the lightness of the photograph: the codes 119 and 188 are L* 50 and 76', async () => {
  const sketch = await sketchOf(
    paintedPicture(200, 100, (x) => (x < 100 ? [119, 119, 119] : [188, 188, 188])),
    whole,
  );
  expect([sketch.width, sketch.height, sketch.factor]).toEqual([200, 100, 1]);
  expect(sketch.lightness[10]).toBeCloseTo(lightness(119 / 255, 119 / 255, 119 / 255), 1);
  expect(sketch.lightness[190]).toBeCloseTo(lightness(188 / 255, 188 / 255, 188 / 255), 1);
  // Nothing goes on within a half; something does at the border.
  expect(sketch.unrest[50 * 200 + 20]).toBeLessThan(0.01);
  expect(sketch.unrest[50 * 200 + 100]).toBeGreaterThan(0.5);
});

test('a matte of another size covers the same part of the sketch, of a part of the photograph too', async () => {
  const picture = paintedPicture(200, 100, () => [90, 90, 90]);
  // The right half of the photograph is in front, in a matte a quarter as wide.
  const matte = {
    width: 50,
    height: 25,
    bytes: Uint8Array.from({ length: 50 * 25 }, (_, i) => (i % 50 >= 25 ? 255 : 0)),
  };
  const thing = sketchedThing(await sketchOf(picture, whole), matte, picture, whole, 3);
  expect(thing).toMatchObject({ index: 3, box: { x: 100, y: 0, width: 100, height: 100 } });
  expect(thing.share).toBeCloseTo(0.5, 2);
  const part = { x: 80, y: 0, width: 100, height: 100 };
  expect(sketchedThing(await sketchOf(picture, part), matte, picture, part, 0).share).toBeCloseTo(0.8, 2);
});

test('a strip is shown in part, around what is wanted; anything else whole', () => {
  const strip = { width: 300, height: 6000 };
  expect(shownPart({ width: 600, height: 400 }, [0.5, 0.5], anyShape)).toEqual({ x: 0, y: 0, width: 600, height: 400 });
  expect(shownPart(strip, [0.5, 0.9], anyShape)).toEqual({ x: 0, y: 5040, width: 300, height: 720 });
  expect(shownPart({ width: 6000, height: 300 }, [0, 0.5], anyShape)).toEqual({ x: 0, y: 0, width: 720, height: 300 });
  // 5040 + 360 is 0.9 of 6000.
  expect(shownPart(strip, [0.5, 1], anyShape).y).toBe(6000 - 720);
});

test('a part shows what must stay free, no farther from where it would lie than it must be', () => {
  const photo = { width: 600, height: 400 };
  // Square: 400 wide. A disc of 30 around 550 across ends at 580.
  const free: Wanted = { shape: [1, 1], crop: null, keep: [[550 / 600, 0.5, 0.05]] };
  expect(shownPart(photo, [0.1, 0.5], free)).toEqual({ x: 180, y: 0, width: 400, height: 400 });
  // What is shown anyway moves nothing.
  expect(shownPart(photo, [0.5, 0.5], { ...free, keep: [[0.5, 0.5, 0.05]] }).x).toBe(100);
  // Farther apart than the part is wide: what is between them.
  const ends: Wanted = {
    ...free,
    keep: [
      [0.02, 0.5, 0.01],
      [0.98, 0.5, 0.01],
    ],
  };
  expect(shownPart(photo, [0, 0.5], ends).x).toBe(100);
});

test('keep points of a piece as roughs take them: where they lie on the photograph, those that are struck off left out', () => {
  const keep = (x: number, y: number, done = false) =>
    plainMark({ id: `${x}`, kind: 'keep', points: [[x, y]], radius: 30, done });
  const plate = { scale: 0.5, x: 100, y: 50, width: 1000, height: 800 };
  const note = plainMark({ id: 'n', kind: 'note', points: [[200, 200]] });
  // (300 - 100) / 0.5 is 400 of 1000, (250 - 50) / 0.5 is 400 of 800; 30 / 0.5 is 60 of 1000.
  expect(keepOf([keep(300, 250), keep(300, 260, true), note, keep(20, 20)], plate)).toEqual([[0.4, 0.5, 0.06]]);
  expect(readKeep('0.4,0.5,0.06;0.1,0.2,0')).toEqual([
    [0.4, 0.5, 0.06],
    [0.1, 0.2, 0],
  ]);
  for (const wrong of ['0.4', '2,0,0', 'a,b,c', '0.1,0.2,0.3,0.4']) expect(readKeep(wrong)).toBeNull();
  expect(readKeep(null)).toEqual([]);
});

test('of another shape the largest part is shown; one that is locked stays', () => {
  const photo = { width: 600, height: 400 };
  const square: Wanted = { shape: [7, 7], crop: null };
  expect(shownPart(photo, [0.5, 0.5], square)).toEqual({ x: 100, y: 0, width: 400, height: 400 });
  expect(shownPart(photo, [0.1, 0.5], square)).toEqual({ x: 0, y: 0, width: 400, height: 400 });
  expect(isFree(photo, square, shownPart(photo, [0.5, 0.5], square))).toBe(true);
  // Twice as wide as high: 600 by 300.
  expect(shownPart(photo, [0.5, 0.5], { shape: [2, 1], crop: null })).toMatchObject({ y: 50, width: 600, height: 300 });
  const kept: Wanted = { shape: null, crop: [0.5, 0.25, 0.5, 0.5] };
  const part = { x: 300, y: 100, width: 300, height: 200 };
  expect(shownPart(photo, [0, 0], kept)).toEqual(part);
  expect(isFree(photo, kept, part)).toBe(false);
  expect(shownPart({ width: 1, height: 1 }, [0.5, 0.5], { shape: [1, 8], crop: null })).toMatchObject({ width: 1 });
  for (const shape of [
    [1, 9],
    [0, 1],
    [-1, 1],
  ])
    expect(roughsOrderSchema.safeParse({ words: 'a', shape }).success).toBe(false);
});

test('where most goes on is the middle of what is not even', () => {
  const unrest = new Float32Array(40 * 20);
  for (let y = 4; y < 8; y++) for (let x = 30; x < 34; x++) unrest[y * 40 + x] = 0.8;
  const [x, y] = busiestPlace({ width: 40, height: 20, unrest });
  // Places 30 to 33 of 40, and 4 to 7 of 20.
  expect([x, y]).toEqual([expect.closeTo(32 / 40, 6), expect.closeTo(6 / 20, 6)]);
  expect(busiestPlace({ width: 4, height: 2, unrest: new Float32Array(8) })).toEqual([0.5, 0.5]);
});

test('around a small thing less is shown, so that it is half of the sheet; a large one changes nothing', () => {
  const ground = {
    plate: { sha256: '', name: '', width: 3000, height: 2000 },
    part: { x: 0, y: 0, width: 3000, height: 2000 },
    order: roughsOrderSchema.parse({ words: 'a' }),
  } as unknown as Ground;
  // 500 of 2000 is a quarter; half of the sheet at half its size, but no more than 40 % is taken off.
  const closer = closerPart(ground, { x: 300, y: 1400, width: 300, height: 500 })!;
  expect(closer).toEqual({ x: 0, y: 800, width: 1800, height: 1200 });
  expect(closerPart(ground, { x: 300, y: 800, width: 300, height: 700 })).toBeNull();
  const locked = roughsOrderSchema.parse({ words: 'a', locks: { crop: [0, 0, 1, 1] } });
  expect(closerPart({ ...ground, order: locked }, { x: 300, y: 1400, width: 300, height: 500 })).toBeNull();
});

test('black ink becomes the darkest of a pale photograph, where the words keep their contrast', async () => {
  // Fog: encoded greys of 100 on the left and 220 on the right.
  const picture = paintedPicture(200, 100, (x) => (x < 100 ? [100, 100, 100] : [220, 220, 220]));
  const sketch = await sketchOf(picture, whole);
  const layout = {
    ink: { colour: '#000000' },
    box: { x: 60, y: 30, width: 80, height: 40 },
  } as unknown as Layout;
  const { levels } = proposeGrade({ sketch } as Ground, layout, 80)!;
  expect(levels!.red!.low).toBeCloseTo(100 / 255, 2);
  expect(levels!.red!.high).toBeCloseTo(220 / 255, 2);
  // From black to the code 100 is 42 L*: of 60 too little would be left.
  expect(proposeGrade({ sketch } as Ground, layout, 60)).toBeNull();
  const grey = { ...layout, ink: { ...layout.ink, colour: '#b9b9b9' } };
  // 185 becomes 100 + 185 / 255 * 120 = 187: nothing to speak of.
  expect(proposeGrade({ sketch } as Ground, grey, 80)).toBeNull();
});

test('words are broken as they were typed, and evenly; each way once', () => {
  expect(breaksOf('KILN')).toEqual(['KILN']);
  expect(breaksOf('Kiln\nand kite')).toEqual(['Kiln\nand kite', 'Kiln and kite', 'Kiln\nand\nkite']);
  expect(breaksOf(' one  two ')).toEqual(['one two', 'one\ntwo']);
});

const seenOf = (at: Record<number, number>): Seen => {
  const bins = new Float64Array(25);
  for (const [lightnessOf, count] of Object.entries(at)) bins[Math.floor(Number(lightnessOf) / 4)] += count;
  return {
    hidden: [],
    unrest: 0,
    busy: 0,
    onThings: 0,
    covered: 0,
    outside: 0,
    lightness: bins,
    count: bins.reduce((sum, one) => sum + one, 0),
    before: null,
  };
};

test('contrast is what nine tenths of the places exceed', () => {
  // Ink of L* 90 on nine tenths of L* 20 and one tenth of L* 80.
  expect(contrastWith(seenOf({ 20: 100 }), 90)).toBeGreaterThan(64);
  expect(contrastWith(seenOf({ 20: 100 }), 90)).toBeLessThan(72);
  expect(contrastWith(seenOf({ 20: 80, 80: 20 }), 90)).toBeLessThan(12);
  expect(contrastWith(seenOf({ 20: 95, 80: 5 }), 90)).toBeGreaterThan(60);
});

test('the ink that reads is taken; one that is locked is taken whatever it is', () => {
  const ink = (colour: string, l: number) => ({
    colour,
    lightness: l,
    lab: [0, 0, 0] as [number, number, number],
    says: '',
    chroma: 0,
  });
  const inks = [ink('dark', 15), ink('light', 95)];
  expect(bestInk(seenOf({ 30: 10 }), inks, null, new Set()).ink.colour).toBe('light');
  expect(bestInk(seenOf({ 80: 10 }), inks, null, new Set()).ink.colour).toBe('dark');
  expect(bestInk(seenOf({ 30: 10 }), inks, 'dark', new Set()).ink.colour).toBe('dark');
  // Both read well: the one that was not used yet.
  expect(bestInk(seenOf({ 56: 10 }), [ink('dark', 5), ink('light', 99)], null, new Set(['dark'])).ink.colour).toBe(
    'light',
  );
});

test('colours are those of the photograph, and their lightness is right', async () => {
  const sketch = await sketchOf(
    paintedPicture(200, 100, (x) => (x < 150 ? [40, 90, 160] : [210, 60, 40])),
    whole,
  );
  const found = mainColours(sketch).filter(({ share }) => share > 0.1);
  for (const [css, share] of [
    ['rgb(40 90 160)', 0.75],
    ['rgb(210 60 40)', 0.25],
  ] as const) {
    const own = found.filter(({ lab }) => readOklab(css).every((value, c) => Math.abs(value - lab[c]) < 0.02));
    expect(own.reduce((sum, one) => sum + one.share, 0)).toBeCloseTo(share, 1);
  }
  const inks = inksOf(sketch);
  expect(inks.some(({ says }) => says.includes('blue'))).toBe(true);
  expect(inks.some(({ says }) => says.includes('red'))).toBe(true);
  expect(lightnessOfLuminance(luminanceOfOklab(...readOklab('rgb(40 90 160)')))).toBeCloseTo(
    lightness(40 / 255, 90 / 255, 160 / 255),
    0,
  );
});

test('a letter that is lost, or merely touched, is no crossing', () => {
  expect(crossingOf([0, mostHidden + 0.01, 0], 1)).toBeNull();
  expect(crossingOf([0, touched - 0.01, 0], 1)).toBeNull();
  const meant = crossingOf([0, 0.32, 0, 0], 1)!;
  const touches = crossingOf([0, 0.32, 0.03, 0], 1)!;
  expect(meant.slivers).toBeGreaterThan(touches.slivers);
  // Held by whole letters at both ends.
  expect(meant.held).toBeGreaterThan(crossingOf([0.32, 0, 0, 0], 1)!.held);
});

test('of letters that are crossed every other one is brought before', () => {
  expect(broughtBefore([0, 0.3, 0.2, 0, 0.4, 0.1])).toEqual([2, 5]);
  expect(broughtBefore([0, 0, 0])).toEqual([]);
});

test('corners of a plane begin at the upper left and go clockwise, whichever way they came', () => {
  const upright: Point[] = [
    [100, 100],
    [400, 60],
    [410, 300],
    [90, 220],
  ];
  for (let turn = 0; turn < 4; turn++) {
    const turned = upright.map((_, i) => upright[(i + turn) % 4]);
    expect(uprightQuad(turned)).toEqual(upright);
    expect(uprightQuad([...turned].reverse())).toEqual(upright);
  }
  expect(
    uprightQuad([
      [0, 0],
      [100, 0],
      [10, 10],
      [0, 100],
    ]),
  ).toBeNull();
});

test('boxes share what is in both of what is in either', () => {
  const box = { x: 0, y: 0, width: 10, height: 10 };
  expect(overlapOf(box, box)).toBeCloseTo(1);
  expect(overlapOf(box, { ...box, x: 5 })).toBeCloseTo(50 / 150);
  expect(overlapOf(box, { ...box, x: 20 })).toBe(0);
});

test('a score is the mean of its parts by their weights, and every weight has its reason', () => {
  expect(scoreOf({ contrast: 1, calm: 0 })).toBeCloseTo(
    weights.contrast.weight / (weights.contrast.weight + weights.calm.weight),
  );
  expect(scoreOf({ contrast: 7, calm: 1 })).toBe(1);
  expect(scoreOf({})).toBe(0);
  for (const { because } of Object.values(weights)) expect(because).toMatch(/\.$/);
});

test('orders: words that are missing or endless are refused, and what is left out is set', () => {
  expect(roughsOrderSchema.safeParse({ words: '   ' }).success).toBe(false);
  expect(roughsOrderSchema.safeParse({ words: 'A'.repeat(81) }).error!.issues[0].message).toMatch(/headlines/);
  expect(roughsOrderSchema.safeParse({ words: 'A', kinds: ['nonsense'] }).success).toBe(false);
  expect(roughsOrderSchema.parse({ words: 'A' })).toMatchObject({
    seed: 1,
    kinds: null,
    unlike: [],
    locks: { face: null },
  });
});
