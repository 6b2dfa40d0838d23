import { solidCoat } from '../coats/schema';
import { firstShadow, plainVeil, tracedCut } from '../passes/veils/schema';
import fc from 'fast-check';
import { largestDifference } from '../kernels/testing';
import { crop, type Raster } from '../pixels/raster';
import { decodeExact, encodeExact } from '../pixels/transfer';
import type { Materials } from '../graph/materials';
import { blankPiece, untouched } from '../piece/blank';
import { plainInk } from '../passes/ink/schema';
import { plainOutlines } from '../passes/outlines/schema';
import { plainStance } from '../passes/stance/schema';
import { plainWords } from '../passes/words/schema';
import type { Piece } from '../piece/schema';
import { placedBounds } from '../shape/affine';
import { paintedPicture } from '../testing/pictures';
import { shippedFace } from '../testing/faces';
import { ByteCache } from '../graph/cache';
import { compile, type Look } from './compile';
import { Evaluator } from '../graph/evaluate';
import { coverNode } from '../graph/cover';
import { plainLamp } from '../light/lamp';
import { averageColour, measurePiece, shadowColour } from './measure';
import { contentKey, type Node } from '../graph/node';
import { sheetAt, tilesOver } from '../graph/tiles';

const picture = paintedPicture(400, 300, (x, y) => [60 + ((x * 3) % 120), 90 + ((y * 5) % 100), 128]);
const face = shippedFace('bowlby-one');
const materials: Materials = { picture: () => picture, face: () => face };
const traced = (points: number[][]) =>
  tracedCut([{ closed: true, points: points.map(([x, y]) => ({ x, y, to: 'straight' as const, via: [] })) }]);

function piece(change: Partial<Piece> = {}): Piece {
  return {
    ...blankPiece('test', { width: 400, height: 300, ppi: 300, paint: '#ffffff' }),
    plates: [{ id: 'plate', name: 'p', asset: 'a', scale: 1, x: 0, y: 0 }],
    letterings: [
      {
        id: 'word',
        name: 'w',
        words: plainWords({ text: 'HI', face: 'f', size: 200, leading: 1, tracking: 0, alignment: 'centre' }),
        stance: plainStance({ x: 200, y: 150, rotation: 7, scale: 1 }),
        ink: plainInk([solidCoat({ colour: '#c02020' })]),
        ...untouched(),
        outlines: plainOutlines(),
      },
    ],
    veils: [
      plainVeil({
        id: 'veil',
        name: 'v',
        plate: 'plate',
        cuts: [
          traced([
            [150, 100],
            [320, 120],
            [260, 260],
            [140, 240],
          ]),
        ],
        feather: 5,
      }),
    ],
    depth: ['word', 'veil'],
    ...change,
  };
}

const whole = { x: 0, y: 0, width: 400, height: 300 };
const draw = (node: Node, region = whole, scale = 1) => new Evaluator(1e9).pixels(node, { region, scale });
const picturesOf = (one: Piece, look: Look = {}) => Promise.resolve(draw(compile(one, materials, look).picture));
const pixel = ({ width, data }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];
const colourOf = (x: number, y: number): number[] =>
  [60 + ((x * 3) % 120), 90 + ((y * 5) % 100), 128, 255].map((value) => Math.fround(value / 255));

test('where the veil is whole and where no letter stands, the photograph is there to the bit', async () => {
  const out = await picturesOf(piece());
  expect(pixel(out, 220, 180)).toEqual(colourOf(220, 180));
  expect(pixel(out, 5, 5)).toEqual(colourOf(5, 5));
  // Even on the veil's soft edge, where there is no letter behind it.
  const bare = await picturesOf(piece({ letterings: [], depth: ['veil'] }));
  for (let x = 130; x < 170; x++) expect(pixel(bare, x, 180)).toEqual(colourOf(x, 180));
});

test('depth decides: a veil further off than the word does not cover it', async () => {
  const red = [0xc0, 0x20, 0x20, 255].map((value) => Math.fround(value / 255));
  const before = await picturesOf(piece({ veils: [], depth: ['word'] }));
  const behind = await picturesOf(piece({ depth: ['veil', 'word'] }));
  expect(largestDifference(behind, before)).toBe(0);
  const inFront = await picturesOf(piece());
  const covered = Array.from({ length: 400 }, (_, x) => x).filter(
    (x) => String(pixel(before, x, 180)) === String(red) && String(pixel(inFront, x, 180)) === String(colourOf(x, 180)),
  );
  expect(covered.length).toBeGreaterThan(20);
});

test('a soft edge is mixed in linear light from letter and veil', async () => {
  const flat: Materials = { ...materials, picture: () => paintedPicture(400, 300, () => [255, 255, 255]) };
  const black = piece({
    letterings: [
      {
        ...piece().letterings[0],
        words: { ...piece().letterings[0].words, text: 'I', size: 900 },
        stance: plainStance({ x: 200, y: 150, rotation: 0, scale: 1 }),
        ink: plainInk([solidCoat({ colour: '#000000' })]),
        ...untouched(),
        outlines: plainOutlines(),
      },
    ],
  });
  const compiled = compile(black, flat);
  const evaluator = new Evaluator(1e9);
  const out = await evaluator.pixels(compiled.picture, { region: whole, scale: 1 });
  const matte = await evaluator.pixels(compiled.mattes.get('veil')!, { region: whole, scale: 1 });
  let checked = 0;
  for (let x = 130; x < 200; x++) {
    const cover = matte.data[180 * 400 + x];
    if (cover <= 0.05 || cover >= 0.95) continue;
    expect(pixel(out, x, 180)[0]).toBeCloseTo(encodeExact(cover), 3);
    checked++;
  }
  expect(checked).toBeGreaterThan(3);
});

test('a region is the same part of the whole', async () => {
  const { picture: node } = compile(piece(), materials);
  const all = await draw(node);
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 0, max: 300 }),
      fc.integer({ min: 0, max: 220 }),
      fc.integer({ min: 1, max: 90 }),
      fc.integer({ min: 1, max: 70 }),
      async (x, y, width, height) => {
        const region = { x, y, width, height };
        const part = await draw(node, region);
        const same = crop(all, whole, region);
        expect(largestDifference(part, same)).toBeLessThan(2e-4);
      },
    ),
    { numRuns: 25 },
  );
});

test('at half the scale it is the whole shrunk in linear light, within 3 % on average and nowhere far off', async () => {
  const { picture: node } = compile(piece(), materials);
  const full = await draw(node);
  const half = await draw(node, { x: 0, y: 0, width: 200, height: 150 }, 0.5);
  let sum = 0;
  let worst = 0;
  for (let y = 0; y < 150; y++) {
    for (let x = 0; x < 200; x++) {
      for (let c = 0; c < 3; c++) {
        const light =
          [0, 1, 400, 401].reduce(
            (total, step) => total + decodeExact(full.data[(2 * y * 400 + 2 * x + step) * 4 + c]),
            0,
          ) / 4;
        const error = Math.abs(half.data[(y * 200 + x) * 4 + c] - encodeExact(light));
        sum += error;
        worst = Math.max(worst, error);
      }
    }
  }
  expect(sum / (200 * 150 * 3)).toBeLessThan(0.03);
  expect(worst).toBeLessThan(0.25);
});

test('looks: before, without, half strength, veil alone', async () => {
  const before = await picturesOf(piece(), { before: true });
  for (const [x, y] of [
    [100, 150],
    [220, 180],
    [390, 290],
  ])
    expect(pixel(before, x, y)).toEqual(colourOf(x, y));
  const without = await picturesOf(piece(), { without: 'veil' });
  expect(largestDifference(without, await picturesOf(piece({ veils: [], depth: ['word'] })))).toBe(0);
  const black = await picturesOf(piece(), { passes: { veils: { id: 'veil', show: 'colour', ground: '#000000' } } });
  expect(pixel(black, 5, 5)).toEqual([0, 0, 0, 1]);
  expect(pixel(black, 220, 180)).toEqual(colourOf(220, 180));
  const matte = await picturesOf(piece(), { passes: { veils: { id: 'veil', show: 'matte' } } });
  expect(pixel(matte, 220, 180)).toEqual([1, 1, 1, 1]);
});

test('an edit changes the key only where it can be seen', () => {
  const first = compile(piece(), materials).picture;
  const word = piece().letterings[0];
  const moved = compile(piece({ letterings: [{ ...word, stance: { ...word.stance, x: 210 } }] }), materials).picture;
  const corner = { region: { x: 0, y: 0, width: 30, height: 30 }, scale: 1 };
  const middle = { region: { x: 180, y: 130, width: 40, height: 40 }, scale: 1 };
  expect(moved.keyAt!(corner)).toBe(first.keyAt!(corner));
  expect(moved.keyAt!(middle)).not.toBe(first.keyAt!(middle));
});

test('a transparent sheet stays clear beside the plate', async () => {
  const out = await picturesOf(
    piece({
      sheet: { width: 400, height: 300, ppi: 300, paint: null, coats: [] },
      plates: [{ id: 'plate', name: 'p', asset: 'a', scale: 0.5, x: 0, y: 0 }],
      letterings: [],
      veils: [],
      depth: [],
    }),
  );
  expect(pixel(out, 390, 290)).toEqual([0, 0, 0, 0]);
  expect(pixel(out, 50, 50)[3]).toBe(1);
});

test('gauges: a letter wholly behind a veil has nothing left, one beside it is whole', async () => {
  const one = piece({
    veils: [
      {
        ...piece().veils[0],
        feather: 0,
        cuts: [
          traced([
            [-50, -50],
            [210, -50],
            [210, 400],
            [-50, 400],
          ]),
        ],
      },
    ],
  });
  const upright = {
    ...one,
    letterings: one.letterings.map((lettering) => ({
      ...lettering,
      words: { ...lettering.words, text: 'I I', tracking: 0.3 },
      stance: { ...lettering.stance, rotation: 0 },
    })),
  };
  const measured = await measurePiece(upright, compile(upright, materials), new Evaluator(1e9));
  const { left } = measured.veils;
  const { contrast } = measured.ink;
  expect(left.map((letter) => [letter.text, Math.round(letter.left * 100)])).toEqual([
    ['I', 0],
    ['I', 100],
  ]);
  expect(contrast[0].difference).toBeGreaterThan(0);
});

test('the picker averages light, not codes', async () => {
  const stripes: Materials = {
    ...materials,
    picture: () => paintedPicture(400, 300, (x) => (x % 2 ? [255, 255, 255] : [0, 0, 0])),
  };
  const colour = await averageColour(compile(piece(), stripes), new Evaluator(1e9), [200, 150], 20);
  const grey = Number.parseInt(colour!.slice(1, 3), 16) / 255;
  expect(grey).toBeCloseTo(encodeExact(0.5), 1);
  expect(
    await averageColour(
      compile(piece({ sheet: { ...piece().sheet, paint: null } }), stripes),
      new Evaluator(1e9),
      [-900, -900],
      5,
    ),
  ).toBeNull();
});

describe('evaluator and cache', () => {
  const counting = (key: string, count: { value: number }): Node => ({
    key,
    channels: 1,
    bounds: null,
    needs: () => ({}),
    async compute({ region }) {
      count.value++;
      await Promise.resolve();
      return {
        width: region.width,
        height: region.height,
        channels: 1,
        data: new Float32Array(region.width * region.height),
      };
    },
  });
  const request = { region: { x: 0, y: 0, width: 10, height: 10 }, scale: 1 };
  test('the same thing is computed once, also when asked for twice at once', async () => {
    const count = { value: 0 };
    const evaluator = new Evaluator(1e6);
    await Promise.all([
      evaluator.pixels(counting('a', count), request),
      evaluator.pixels(counting('a', count), request),
    ]);
    await evaluator.pixels(counting('a', count), request);
    expect(count.value).toBe(1);
    await evaluator.pixels(counting('b', count), request);
    expect(count.value).toBe(2);
  });
  test('what failed is tried again', async () => {
    let fails = true;
    const node: Node = {
      ...counting('c', { value: 0 }),
      compute: ({ region }) =>
        fails
          ? Promise.reject(new Error('no'))
          : Promise.resolve({ width: region.width, height: region.height, channels: 1, data: new Float32Array(100) }),
    };
    const evaluator = new Evaluator(1e6);
    await expect(evaluator.pixels(node, request)).rejects.toThrow('no');
    fails = false;
    expect((await evaluator.pixels(node, request)).width).toBe(10);
  });
  test('the least recently used goes first, counted in bytes', () => {
    const cache = new ByteCache<string>(100);
    cache.set('a', 'A', 40);
    cache.set('b', 'B', 40);
    cache.get('a');
    cache.set('c', 'C', 40);
    expect([cache.get('a'), cache.get('b'), cache.get('c'), cache.bytes]).toEqual(['A', undefined, 'C', 80]);
    cache.set('huge', 'H', 101);
    expect(cache.get('huge')).toBeUndefined();
  });
  test('keys tell contents apart', () => {
    const keys = new Set(Array.from({ length: 5000 }, (_, i) => contentKey('matte', i, { x: i / 7 })));
    expect(keys.size).toBe(5000);
    expect(contentKey('a', 1)).toBe(contentKey('a', 1));
  });
});

test('tiles cover a sheet once, without gaps', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 1, max: 700 }), (width, height) => {
      const sheet = sheetAt({ width, height }, 1);
      const tiles = tilesOver(sheet, sheet);
      expect(tiles.reduce((sum, tile) => sum + tile.width * tile.height, 0)).toBe(width * height);
      expect(Math.max(...tiles.map((tile) => tile.x + tile.width))).toBe(width);
    }),
  );
});

describe('weave', () => {
  const crossed = piece({
    veils: [
      {
        ...piece().veils[0],
        feather: 0,
        cuts: [
          traced([
            [-50, 120],
            [450, 120],
            [450, 180],
            [-50, 180],
          ]),
        ],
      },
    ],
  });
  const drawn = async (one: Piece) =>
    new Evaluator(1e9).pixels(compile(one, materials).picture, {
      region: { x: 0, y: 0, width: 400, height: 300 },
      scale: 1,
    });

  test('a letter that is brought over a veil looks as if the veil were not there; the others stay as they were', async () => {
    const turned: Piece = { ...crossed, weave: [{ veil: 'veil', lettering: 'word', at: 0, over: false }] };
    const [both, without, woven] = await Promise.all([
      drawn(crossed),
      drawn({ ...crossed, veils: [], depth: ['word'] }),
      drawn(turned),
    ]);
    const [h, i] = compile(crossed, materials).letterings[0].letters.letters.map(({ bounds }) =>
      placedBounds(compile(crossed, materials).letterings[0].letters.place, bounds!),
    );
    /** Whether two pictures have the same px at a place. */
    const isSame = (a: Raster, b: Raster, x: number, y: number): boolean => {
      const at = (y * 400 + x) * 4;
      return [0, 1, 2, 3].every((c) => a.data[at + c] === b.data[at + c]);
    };
    let [changed, wrong] = [0, 0];
    for (let y = 122; y < 178; y++) {
      for (let x = 0; x < 400; x++) {
        const inside = ({ x: left, width }: { x: number; width: number }): boolean =>
          x >= left - 1 && x <= left + width + 1;
        if (inside(h) && !inside(i)) wrong += Number(!isSame(woven, without, x, y));
        else if (inside(i) && !inside(h)) wrong += Number(!isSame(woven, both, x, y));
        if (!isSame(woven, both, x, y)) changed++;
      }
    }
    expect(wrong).toBe(0);
    expect(changed).toBeGreaterThan(500);
  });

  test('a veil that lies farther off can be laid over one letter', async () => {
    const far: Piece = {
      ...crossed,
      depth: ['veil', 'word'],
      weave: [{ veil: 'veil', lettering: 'word', at: 1, over: true }],
    };
    const near: Piece = { ...crossed, weave: [{ veil: 'veil', lettering: 'word', at: 0, over: false }] };
    expect(largestDifference(await drawn(far), await drawn(near))).toBe(0);
  });

  test('every crossing is measured, with a place that both share', async () => {
    const {
      veils: { crossings },
    } = await measurePiece(crossed, compile(crossed, materials), new Evaluator(1e9));
    expect(crossings.map(({ veil, text, over }) => [veil, text, over])).toEqual([
      ['veil', 'H', true],
      ['veil', 'I', true],
    ]);
    for (const {
      place: [, y],
    } of crossings)
      expect(y > 120 && y < 180).toBe(true);
  });
});

test('a veil’s shadow darkens the letters behind it and nothing else', async () => {
  const bare = piece({
    veils: [
      {
        ...piece().veils[0],
        feather: 0,
        cuts: [
          traced([
            [-50, 100],
            [450, 100],
            [450, 140],
            [-50, 140],
          ]),
        ],
      },
    ],
  });
  const shadowed: Piece = {
    ...bare,
    veils: bare.veils.map((veil) => ({
      ...veil,
      shadow: { ...firstShadow, lift: 20, height: 45, angle: 90, size: 0, strength: 1, colour: '#000000' },
    })),
  };
  const draw = async (one: Piece) =>
    new Evaluator(1e9).pixels(compile(one, materials).picture, {
      region: { x: 0, y: 0, width: 400, height: 300 },
      scale: 1,
    });
  const [before, after] = await Promise.all([draw(bare), draw(shadowed)]);
  const { letters } = compile(bare, materials).letterings[0];
  const cover = await new Evaluator(1e9).pixels(coverNode(letters.letters, letters.place), {
    region: { x: 0, y: 0, width: 400, height: 300 },
    scale: 1,
  });
  // Where the shadow falls, 20 px below the veil, solid letters are black; where there is no letter nothing has changed.
  let [dark, lit, changed] = [0, 0, 0];
  for (let y = 0; y < 300; y++) {
    for (let x = 0; x < 400; x++) {
      const at = y * 400 + x;
      const ink = cover.data[at];
      if (y >= 141 && y < 159 && ink === 1) {
        const isDark = [0, 1, 2].every((c) => after.data[at * 4 + c] < 1 / 255);
        if (isDark) dark++;
        else lit++;
      }
      if (ink !== 0 && y >= 139 && y <= 161) continue;
      for (let c = 0; c < 4; c++) if (after.data[at * 4 + c] !== before.data[at * 4 + c]) changed++;
    }
  }
  expect([lit, changed]).toEqual([0, 0]);
  expect(dark).toBeGreaterThan(200);
});

test('a shadow that obeys the lamp falls as one that is set so; without a lamp it has its own light', async () => {
  const one = piece();
  const shadow = { ...firstShadow, lift: 24, height: 60, angle: 10, size: 0.1, strength: 1, colour: '#000000' };
  const draw = async (change: Partial<Piece>, thrown: Partial<typeof shadow> & { obeys: boolean }) => {
    const drawn = {
      ...one,
      ...change,
      veils: one.veils.map((veil) => ({ ...veil, shadow: { ...shadow, ...thrown } })),
    };
    return new Evaluator(1e9).pixels(compile(drawn, materials).picture, {
      region: { x: 0, y: 0, width: 400, height: 300 },
      scale: 1,
    });
  };
  // Light from the upper left, 120 degrees, falls to the lower right: 60 degrees clockwise.
  const lamp = { ...plainLamp(), tilt: 120, height: 35, size: 0.5 };
  const obeying = await draw({ lamp }, { obeys: true });
  const asSet = await draw({ lamp }, { obeys: false, angle: 60, height: 35, size: 0.5 });
  expect(largestDifference(obeying, asSet)).toBe(0);
  expect(largestDifference(obeying, await draw({ lamp }, { obeys: false }))).toBeGreaterThan(0.1);
  const unlit = await draw({ lamp: null }, { obeys: true });
  expect(largestDifference(unlit, await draw({ lamp: null }, { obeys: false }))).toBe(0);
});

test('the photograph’s shadow colour is the median of its darkest px', async () => {
  // One px in ten is dark blue, the rest is light.
  const photo = paintedPicture(100, 100, (x) => (x % 10 === 0 ? [20, 24, 60] : [220, 210, 190]));
  const own: Materials = { ...materials, picture: () => photo };
  const one = piece({
    letterings: [],
    veils: [],
    depth: [],
    sheet: { width: 100, height: 100, ppi: 300, paint: null, coats: [] },
  });
  expect(await shadowColour(one, compile(one, own), new Evaluator(1e8), { x: 0, y: 0, width: 100, height: 100 })).toBe(
    '#14183c',
  );
  // Where nothing near is in shadow, the shadows of the whole photograph tell.
  expect(await shadowColour(one, compile(one, own), new Evaluator(1e8), { x: 41, y: 10, width: 8, height: 30 })).toBe(
    '#14183c',
  );
});

test('where two veils of one photograph overlap, nothing of the nearer is laid on twice: all veil is the photograph', async () => {
  const far = plainVeil({
    id: 'far',
    name: 'far',
    plate: 'plate',
    cuts: [
      traced([
        [-50, -50],
        [450, -50],
        [450, 350],
        [-50, 350],
      ]),
    ],
    feather: 0,
  });
  const near = plainVeil({
    id: 'near',
    name: 'near',
    plate: 'plate',
    cuts: [
      traced([
        [100, 0],
        [200, 0],
        [200, 300],
        [100, 300],
      ]),
    ],
    feather: 60,
    shadow: { ...firstShadow, lift: 30 },
  });
  const both = await picturesOf(piece({ veils: [far, near], depth: ['word', 'far', 'near'] }));
  let worst = 0;
  for (let y = 0; y < 300; y += 7)
    for (let x = 0; x < 400; x += 3)
      pixel(both, x, y).forEach((value, c) => (worst = Math.max(worst, Math.abs(value - colourOf(x, y)[c]))));
  expect(worst).toBeLessThan(1e-5);
});
