// Four passes that the program does not have, each from one object: what the coming passes over surface, light, focus
// and finish need.
import { z } from 'zod';
import { Evaluator } from '../graph/evaluate';
import { filtered } from '../graph/filter';
import { blurMargin, blurReach, blurRegion } from '../kernels/blur';
import { passes as ours, type Passes } from '../passes';
import { layer, mapLayers, type LetteringPass, type PassDocument, type PicturePass } from '../passes/pass';
import { fallen, shade } from '../light/fall';
import { blankPiece, untouched } from '../piece/blank';
import { schemasOf, type Piece } from '../piece/schema';
import { plainGrade } from '../passes/grade/schema';
import { plainInk } from '../passes/ink/schema';
import { plainOutlines } from '../passes/outlines/schema';
import { plainStance } from '../passes/stance/schema';
import { firstShadow, plainStroke, plainVeil, tracedCut } from '../passes/veils/schema';
import { plainWords } from '../passes/words/schema';
import { solidCoat } from '../coats/schema';
import { crop, emptyRaster, type Raster } from '../pixels/raster';
import { grow } from '../pixels/region';
import { decodeExact, encodeExact } from '../pixels/transfer';
import { paintedPicture } from '../testing/pictures';
import { compile } from './compile';
import { letterAt, measurePiece } from './measure';

const sheet = { width: 120, height: 90, ppi: 300, paint: '#ffffff', coats: [] };
const grey = 0x80;
/** Grey, but for a light field at the right, which tells a displacement where to push. */
const picture = paintedPicture(120, 90, (x) => (x < 60 ? [grey, grey, grey] : [200, 200, 200]));
const materials = {
  picture: () => picture,
  face: () => {
    throw new Error('no faces here');
  },
};

/** A document of one number. */
const amount = (standard: number): PassDocument<number> => ({
  schema: z.number().default(standard),
  plain: () => standard,
  describes: 'a number',
});

/** Letters pushed to the right by so many px: what a surface does, reading what lies below. */
const displaced: LetteringPass<number> = {
  line: 6,
  title: 'Toy surface',
  document: amount(0),
  paint: (painted, _letters, by, scene) =>
    mapLayers(painted, (node) =>
      filtered(node, {
        key: `pushed ${by}`,
        reach: Math.abs(by),
        with: { ground: scene.below },
        apply(source, { request: { region, scale }, lying, inputs }) {
          // The ground is opaque everywhere; where it were not, nothing would be pushed.
          const isPushed = inputs.ground.data[3] === 1;
          return crop(source, lying, { ...region, x: region.x - Math.round((isPushed ? by : 0) * scale) });
        },
      }),
    ),
};

/** A hard shadow, 10 px to the right and down. */
const shadowed: LetteringPass<number> = {
  line: 7,
  title: 'Toy shadow',
  document: amount(0),
  paint: (painted, _letters, strength) => ({
    ...painted,
    layers: [
      layer('shadow', shade(fallen(painted.cover.all, { x: 10, y: 10, sigma: 0 }), '#000000', strength), {
        place: 'behind',
        mixing: 'linear',
        once: true,
      }),
      ...painted.layers,
    ],
  }),
};

/** Letters out of focus: a Gaussian of so many px. */
const blurred: LetteringPass<number> = {
  line: 8,
  title: 'Toy focus',
  document: amount(0),
  paint: (painted, _letters, sigma) =>
    mapLayers(painted, (node) =>
      filtered(node, {
        key: `blurred ${sigma}`,
        reach: blurReach(sigma),
        from: ({ region, scale }) => grow(region, blurMargin(sigma * scale)),
        apply: (source, { request, lying }) => blurRegion(source, lying, request.region, sigma * request.scale),
      }),
    ),
};

const glowDocuments = { glow: amount(0) };

/** Light added to all of the finished picture. */
const glow: PicturePass<typeof glowDocuments> = {
  line: 9,
  title: 'Toy glow',
  documents: glowDocuments,
  finish: (below, { glow: light }) =>
    filtered(below, {
      key: `glow ${light}`,
      reach: 0,
      keepsSolid: true,
      apply(source) {
        const out = emptyRaster(source.width, source.height, 4);
        for (let i = 0; i < out.data.length; i++)
          out.data[i] = i % 4 === 3 ? source.data[i] : encodeExact(Math.min(1, decodeExact(source.data[i]) + light));
        return out;
      },
    }),
};

const toys: Passes = {
  lettering: { ...ours.lettering, displaced, shadowed, blurred },
  picture: { ...ours.picture, glow },
} as Passes;

interface Amounts {
  displaced?: number;
  shadowed?: number;
  blurred?: number;
  glow?: number;
}

/** A black box of 20 px with its upper left corner at (30, 20). */
function boxed({ glow: light = 0, ...amounts }: Amounts, change: Partial<Piece> = {}): Piece {
  const blank = blankPiece('toys', sheet);
  const lettering = {
    id: 'box',
    name: 'box',
    words: plainWords({
      text: '',
      face: '',
      size: 20,
      leading: 1,
      tracking: 0,
      alignment: 'left',
      shape: { kind: 'box', height: 1, rounding: 0 },
    }),
    stance: plainStance({ x: 40, y: 30, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#000000' })]),
    ...untouched(),
    outlines: plainOutlines(),
    displaced: 0,
    shadowed: 0,
    blurred: 0,
    ...amounts,
  };
  return {
    ...blank,
    assets: { p: { kind: 'plate', name: 'p', sha256: '0'.repeat(64) } },
    plates: [{ id: 'plate', name: 'p', asset: 'p', scale: 1, x: 0, y: 0 }],
    letterings: [lettering],
    depth: ['box'],
    glow: light,
    ...change,
  } as Piece;
}

const whole = { region: { x: 0, y: 0, width: 120, height: 90 }, scale: 1 };
const draw = async (piece: Piece, request = whole): Promise<Raster> =>
  new Evaluator(1e8).pixels(compile(piece, materials, {}, toys).picture, request);
const red = ({ data, width }: Raster, x: number, y: number): number => data[(y * width + x) * 4];
const ground = Math.fround(grey / 255);

/** A piece of before there was a glow. */
function withoutGlow(piece: Piece & { glow?: number }): Piece {
  const older = { ...piece };
  delete older.glow;
  return older;
}

test('a pass owns its part of the document: its field is in the schema, and an older piece gets the default', () => {
  const { piece: schema } = schemasOf(toys);
  const older = withoutGlow(boxed({}));
  const read = schema.parse(older) as Piece & { glow: number };
  expect(read.glow).toBe(0);
  expect((read.letterings[0] as unknown as Amounts).displaced).toBe(0);
  expect(schema.safeParse(boxed({ glow: 'much' as never })).success).toBe(false);
});

test('without any amount the picture is the same as without the toys', async () => {
  const own = await new Evaluator(1e8).pixels(compile(withoutGlow(boxed({})), materials).picture, whole);
  expect([...(await draw(boxed({}))).data]).toEqual([...own.data]);
});

test('a displaced lettering is where it is pushed; gauges, hit tests, fences and grades follow', async () => {
  const piece = boxed({ displaced: 15 });
  const out = await draw(piece);
  expect([red(out, 35, 30), red(out, 46, 30), red(out, 64, 30), red(out, 66, 30)]).toEqual([
    ground,
    0,
    0,
    Math.fround(200 / 255),
  ]);
  const compiled = compile(piece, materials, {}, toys);
  expect(await letterAt(compiled, new Evaluator(1e8), 'box', [64, 30])).toBe(0);
  expect(await letterAt(compiled, new Evaluator(1e8), 'box', [35, 30])).toBeNull();

  // A veil over x 60 to 70 hides a quarter of the pushed box, and nothing of one that is not.
  const side = (x: number, y: number) => ({ x, y, to: 'straight' as const, via: [] });
  const cut = tracedCut([{ closed: true, points: [side(60, 0), side(70, 0), side(70, 90), side(60, 90)] }]);
  const veil = plainVeil({ id: 'veil', name: 'v', plate: 'plate', cuts: [cut], feather: 0 });
  const veiled = boxed({ displaced: 15 }, { veils: [veil], depth: ['box', 'veil'] });
  const { veils } = await measurePiece(veiled, compile(veiled, materials, {}, toys), new Evaluator(1e8), toys);
  expect(veils.left[0].left).toBeCloseTo(0.75, 2);
  expect(veils.crossings[0].place[0]).toBeGreaterThan(60);

  // A grade inside the letters reaches what is seen inside them: with the ink clear, the photograph below the pushed
  // box.
  const grade = { ...plainGrade('g', { lettering: 'box', area: 'inside', on: { kind: 'all' } }), invert: true };
  const graded = boxed({ displaced: 15 }, { grades: [grade] });
  graded.letterings[0].ink.coats = [];
  const seen = await draw(graded);
  expect(red(seen, 50, 30)).toBeCloseTo(1 - ground, 5);
  expect(red(seen, 35, 30)).toBeCloseTo(ground, 5);

  // A touch-up that is fenced by the letters brings a veil to the front only where the pushed box is.
  const stroke = plainStroke({
    side: 'front',
    radius: 60,
    softness: 0,
    points: [[60, 45]],
    fence: { lettering: 'box', side: 'inside' },
  });
  const fenced = boxed(
    { displaced: 15 },
    {
      veils: [plainVeil({ id: 'veil', name: 'v', plate: 'plate', cuts: [], feather: 0, strokes: [stroke] })],
      depth: ['box', 'veil'],
    },
  );
  const matte = compile(fenced, materials, {}, toys).mattes.get('veil')!;
  const cover = await new Evaluator(1e8).pixels(matte, whole);
  expect([cover.data[30 * 120 + 35], cover.data[30 * 120 + 50]]).toEqual([0, 1]);
});

test('a veil’s shadow falls on the pushed letters and nowhere else', async () => {
  const side = (x: number, y: number) => ({ x, y, to: 'straight' as const, via: [] });
  const cut = tracedCut([{ closed: true, points: [side(0, 0), side(120, 0), side(120, 24), side(0, 24)] }]);
  const shadow = { ...firstShadow, lift: 8, height: 45, angle: 90, size: 0, strength: 1, colour: '#ff0000' };
  const veil = plainVeil({ id: 'veil', name: 'v', plate: 'plate', cuts: [cut], feather: 0, shadow });
  const out = await draw(boxed({ displaced: 15 }, { veils: [veil], depth: ['box', 'veil'] }));
  // Eight px below the veil; letters there are red, the ground beside them stays.
  expect([red(out, 50, 28), red(out, 50, 36), red(out, 35, 28)]).toEqual([1, 0, ground]);
});

test('a shadow behind dims the light of what lies below, once, and lies under the letters', async () => {
  const out = await draw(boxed({ shadowed: 1 }));
  expect(red(out, 55, 45)).toBeLessThan(1e-4);
  expect(red(out, 25, 25)).toBe(ground);
  const half = await draw(boxed({ shadowed: 0.5 }));
  // On encoded values the layer is as strong as half of the light asks for; mixed in light it leaves 1 - that strength.
  const strength = 1 - encodeExact(0.5);
  expect(red(half, 55, 45)).toBeCloseTo(encodeExact(decodeExact(grey / 255) * (1 - strength)), 3);
  expect(red(half, 35, 25)).toBe(0);
});

test('a blur softens the edge: half way through it half is ink; the gauges’ coverage is blurred with it', async () => {
  const piece = boxed({ blurred: 3 });
  const out = await draw(piece);
  expect((red(out, 49, 30) + red(out, 50, 30)) / 2).toBeCloseTo(ground / 2, 2);
  const cover = compile(piece, materials, {}, toys).letterings[0].painted.cover.all;
  const { data } = await new Evaluator(1e8).pixels(cover, whole);
  expect((data[30 * 120 + 49] + data[30 * 120 + 50]) / 2).toBeCloseTo(0.5, 2);
});

test('a glow lies over all: photograph, letters and veils', async () => {
  const out = await draw(boxed({ glow: 0.1 }));
  expect(red(out, 35, 25)).toBeCloseTo(encodeExact(0.1), 5);
  expect(red(out, 5, 5)).toBeCloseTo(encodeExact(decodeExact(grey / 255) + 0.1), 5);
});

test('together, in tiles and at another scale, they obey the laws of nodes', async () => {
  const piece = boxed({ displaced: 15, shadowed: 0.6, blurred: 2, glow: 0.05 });
  const all = await draw(piece);
  for (const [x, y, width, height] of [
    [31, 17, 40, 30],
    [0, 0, 13, 90],
  ]) {
    const part = await draw(piece, { region: { x, y, width, height }, scale: 1 });
    for (let row = 0; row < height; row++)
      for (let column = 0; column < width; column++)
        expect(Math.abs(red(part, column, row) - red(all, x + column, y + row))).toBeLessThan(1e-4);
  }
});

test('a halftone of the picture screens what lies below the letters: a darker lettering farther off makes larger dots', async () => {
  const screen = {
    ...solidCoat({ colour: '#000000' }),
    kind: 'halftone',
    motif: 'dots',
    of: 'picture',
    ground: '#ffffff',
    pitch: 0.2,
    angle: 0,
    contrast: 1,
  };
  const inkOf = async (far: string): Promise<number> => {
    const near = boxed({}).letterings[0];
    const piece = boxed(
      {},
      {
        letterings: [
          { ...near, id: 'far', ink: plainInk([solidCoat({ colour: far })]) },
          { ...near, ink: plainInk([screen as never]) },
        ],
        depth: ['far', 'box'],
      },
    );
    const out = await draw(piece);
    let sum = 0;
    for (let y = 22; y < 38; y++) for (let x = 32; x < 48; x++) sum += 1 - red(out, x, y);
    return sum / 256;
  };
  // The printed area is the light that is missing: all of it on black, none on white.
  expect(await inkOf('#000000')).toBeGreaterThan(0.98);
  expect(await inkOf('#ffffff')).toBeLessThan(0.02);
  const middle = await inkOf('#bcbcbc');
  expect(Math.abs(middle - (1 - decodeExact(0xbc / 255)))).toBeLessThan(0.12);
});
