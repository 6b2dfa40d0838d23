import { solidCoat } from '../coats/schema';
import { plainGrade } from '../passes/grade/schema';
import { contrastLimit } from '../passes/ink/contrast';
import { plainPanel, type Panel } from '../passes/ink/panel/schema';
import { plainInk, type Ink } from '../passes/ink/schema';
import { plainOutline, plainOutlines, type Outline } from '../passes/outlines/schema';
import type { Materials } from '../graph/materials';
import { plainStance } from '../passes/stance/schema';
import { plainVeil, tracedCut } from '../passes/veils/schema';
import { plainWords } from '../passes/words/schema';
import type { Raster } from '../pixels/raster';
import { blankPiece, untouched } from '../piece/blank';
import type { Piece } from '../piece/schema';
import { shippedFace } from '../testing/faces';
import { paintedPicture } from '../testing/pictures';
import { compile, type Look } from './compile';
import { Evaluator } from '../graph/evaluate';
import { measurePiece } from './measure';

/** HI on a plain grey photograph; a veil stands before the lower half, over the H but under the I. */
const picture = paintedPicture(400, 300, (_, y) => (y < 150 ? [100, 100, 100] : [60, 140, 60]));
const face = shippedFace('bowlby-one');
const materials: Materials = { picture: () => picture, face: () => face };
const panel = (change: Partial<Panel> = {}): Panel => ({
  ...plainPanel({ shape: { kind: 'sheet' }, colour: '#808080' }),
  ...change,
});

function piece(ink: Partial<Ink>, list: Outline[] = [], change: Partial<Piece> = {}): Piece {
  return {
    ...blankPiece('test', { width: 400, height: 300, ppi: 300, paint: '#ffffff' }),
    plates: [{ id: 'plate', name: 'p', asset: 'a', scale: 1, x: 0, y: 0 }],
    letterings: [
      {
        id: 'word',
        name: 'w',
        words: plainWords({ text: 'HI', face: 'f', size: 240, leading: 1, tracking: 0.1, alignment: 'centre' }),
        stance: plainStance({ x: 200, y: 150, rotation: 0, scale: 1 }),
        ink: { ...plainInk([solidCoat({ colour: '#c02020' })]), ...ink },
        ...untouched(),
        outlines: { ...plainOutlines(), list },
      },
    ],
    veils: [
      plainVeil({
        id: 'veil',
        name: 'v',
        plate: 'plate',
        cuts: [
          tracedCut([
            {
              closed: true,
              points: [
                [-10, 150],
                [410, 150],
                [410, 310],
                [-10, 310],
              ].map(([x, y]) => ({ x, y, to: 'straight' as const, via: [] })),
            },
          ]),
        ],
        feather: 0,
      }),
    ],
    weave: [{ veil: 'veil', lettering: 'word', at: 1, over: false }],
    depth: ['word', 'veil'],
    ...change,
  };
}

const draw = (one: Piece, look: Look = {}): Promise<Raster> =>
  Promise.resolve(
    new Evaluator(1e9).pixels(compile(one, materials, look).picture, {
      region: { x: 0, y: 0, width: 400, height: 300 },
      scale: 1,
    }),
  );
const at = ({ data }: Raster, x: number, y: number): number[] =>
  [...data.subarray((y * 400 + x) * 4, (y * 400 + x) * 4 + 3)].map((value) => Math.round(value * 255));
/** A corner of the sheet, above the veil; in the H's left stem above and below its edge; in the I below it. */
const corner = [10, 20] as const;
const letters = compile(piece({}), materials).letterings[0].letters.letters;
const middleOf = (i: number): number =>
  Math.round(letters[i].bounds!.x + 200 + (i === 0 ? 20 : letters[i].bounds!.width / 2));
const [h, i] = [middleOf(0), middleOf(1)];

test('a panel lies once below letters that veils part, whether it is laid on by itself or together with them', async () => {
  // Half of the panel's grey over the photograph's: (100 + 128) / 2.
  for (const together of [null, 'normal'] as const)
    expect(at(await draw(piece({ panel: panel({ opacity: 0.5 }), together })), ...corner)).toEqual([114, 114, 114]);
});

test('the veil covers panel and H, and the I lies over it', async () => {
  const out = await draw(piece({ panel: panel() }));
  expect([at(out, h, 120), at(out, h, 180), at(out, i, 180), at(out, 10, 250)]).toEqual([
    [192, 32, 32],
    [60, 140, 60],
    [192, 32, 32],
    [60, 140, 60],
  ]);
});

test('openings come once, with the outlines of all letters', async () => {
  const edge = plainOutline({ id: 'o', unit: 'px', width: 6, side: 'outside', colour: '#0000ff' });
  const out = await draw(piece({ panel: panel({ knockout: 'below' }) }, [edge]));
  const left = (letter: number): number => Math.round(letters[letter].bounds!.x + 200) - 3;
  expect([at(out, h, 120), at(out, i, 120), at(out, left(0), 120), at(out, left(1), 120), at(out, ...corner)]).toEqual([
    [100, 100, 100],
    [100, 100, 100],
    [0, 0, 255],
    [0, 0, 255],
    [128, 128, 128],
  ]);
});

test('an outline in front is seen before the veil, its letter is not; behind, neither is', async () => {
  const edge = plainOutline({ id: 'o', unit: 'px', width: 6, side: 'inside', front: true, colour: '#0000ff' });
  const x = Math.round(letters[0].bounds!.x + 200) + 3;
  const out = await draw(piece({}, [edge]));
  expect([at(out, x, 120), at(out, x, 200), at(out, h, 200)]).toEqual([
    [0, 0, 255],
    [0, 0, 255],
    [60, 140, 60],
  ]);
  expect(at(await draw(piece({}, [{ ...edge, front: false }])), x, 200)).toEqual([60, 140, 60]);
});

test('a grade on a veil inside the letters changes the veil there and nothing else', async () => {
  const grade = {
    ...plainGrade('g', { lettering: 'word', area: 'inside', on: { kind: 'veil', veil: 'veil' } }),
    invert: true,
  };
  const out = await draw(piece({}, [], { grades: [grade] }));
  expect([at(out, h, 120), at(out, h, 200), at(out, 10, 250), at(out, ...corner)]).toEqual([
    [192, 32, 32],
    [195, 115, 195],
    [60, 140, 60],
    [100, 100, 100],
  ]);
});

test('a sheet with coats shows them where no photograph lies, and where letters are openings to it', async () => {
  const sheet = {
    width: 400,
    height: 300,
    ppi: 300,
    paint: '#ffffff',
    coats: [solidCoat({ colour: '#ff00ff', opacity: 0.5 })],
  };
  expect(
    at(await draw(piece({}, [], { sheet, plates: [], veils: [], weave: [], depth: ['word'] })), ...corner),
  ).toEqual([255, 128, 255]);
  const out = await draw(piece({ panel: panel({ knockout: 'sheet' }) }, [], { sheet }));
  expect([at(out, h, 120), at(out, ...corner)]).toEqual([
    [255, 128, 255],
    [128, 128, 128],
  ]);
});

test('contrast is measured as it is seen: a dark rim makes pale letters readable on a pale wall', async () => {
  const pale = { coats: [solidCoat({ colour: '#6c6c6c' })] };
  const contrast = async (list: Outline[]): Promise<number> => {
    const one = piece(pale, list, { veils: [], weave: [], depth: ['word'] });
    return (await measurePiece(one, compile(one, materials), new Evaluator(1e9))).ink.contrast[0].difference!;
  };
  expect(await contrast([])).toBeLessThan(6);
  expect(
    await contrast([plainOutline({ id: 'o', unit: 'px', width: 8, side: 'outside', colour: '#000000' })]),
  ).toBeGreaterThan(25);
});

test('letters in the colour of the ground stand off by the rim around them', async () => {
  const grey = { coats: [solidCoat({ colour: '#646464' })] };
  const rim = plainOutline({ id: 'o', unit: 'px', width: 6, side: 'outside', colour: '#ffffff' });
  // Ink and photograph are the same grey.
  const same = { ...rim, coats: [solidCoat({ colour: '#646464' })] };
  const contrast = async (list: Outline[]): Promise<number> => {
    const one = piece(grey, list, { veils: [], weave: [], depth: ['word'] });
    return (await measurePiece(one, compile(one, materials), new Evaluator(1e9))).ink.contrast[0].difference!;
  };
  expect(await contrast([same])).toBeLessThan(2);
  // Grey ink with a rim of the same grey, and white around that: seen by the outer contour alone.
  expect(await contrast([same, { ...rim, id: 'p', gap: 6 }])).toBeGreaterThan(contrastLimit);
});

test('a coat in openings is mixed with the photograph that is seen there, by its own mode', async () => {
  const opening = (mode: 'multiply' | 'screen', opacity = 1) =>
    panel({ knockout: 'below', opening: [solidCoat({ colour: '#c08040', mode, opacity })] });
  const photo = 100 / 255;
  const clay = [0xc0, 0x80, 0x40].map((value) => value / 255);
  const multiplied = await draw(piece({ panel: opening('multiply') }));
  expect(at(multiplied, h, 120)).toEqual(clay.map((value) => Math.round(photo * value * 255)));
  const screened = await draw(piece({ panel: opening('screen', 0.5) }));
  expect(at(screened, h, 120)).toEqual(clay.map((value) => Math.round((photo + 0.5 * (value - photo * value)) * 255)));
  // The panel itself stays as it is.
  expect(at(multiplied, ...corner)).toEqual([128, 128, 128]);
});

test('between a grade inside the letters and an outline around them there is no seam', async () => {
  const grade = { ...plainGrade('g', { lettering: 'word', area: 'inside', on: { kind: 'all' } }), invert: true };
  const edge = plainOutline({ id: 'o', unit: 'px', width: 8, side: 'outside', colour: '#1e1e1e' });
  const out = await draw(piece({ coats: [] }, [edge], { grades: [grade], veils: [], weave: [], depth: ['word'] }));
  // From the inverted grey, 155, through one edge px to the outline, 30: nothing of the bare grey, 100, may come in.
  const { data: cover } = await new Evaluator(1e9).pixels(
    compile(piece({ coats: [] }), materials).letterings[0].painted.cover.all,
    { region: { x: 0, y: 0, width: 400, height: 300 }, scale: 1 },
  );
  let edges = 0;
  for (let i = 0; i < 400 * 148; i++) {
    if (cover[i] < 0.05 || cover[i] > 0.95) continue;
    edges++;
    expect(Math.abs(out.data[i * 4] * 255 - (155 * cover[i] + 30 * (1 - cover[i])))).toBeLessThan(1);
  }
  expect(edges).toBeGreaterThan(100);
});

test('an outline of letters that veils part is as strong where they meet as elsewhere', async () => {
  // Set so close that the bands meet; half clear, so that what lies twice would show.
  const edge = plainOutline({ id: 'o', unit: 'px', width: 14, side: 'outside', colour: '#0000ff', opacity: 0.5 });
  const tight = (change: Partial<Piece>): Piece => {
    const one = piece({ coats: [] }, [edge], change);
    return {
      ...one,
      letterings: [{ ...one.letterings[0], words: { ...one.letterings[0].words, tracking: 0.02 } }],
    };
  };
  const parted = await draw(tight({}));
  const whole = await draw(tight({ veils: [], weave: [], depth: ['word'] }));
  let differing = 0;
  // Above the veil both must look alike.
  for (let i = 0; i < 400 * 148 * 4; i++) differing = Math.max(differing, Math.abs(parted.data[i] - whole.data[i]));
  expect(differing * 255).toBeLessThan(0.5);
});
