import { solidCoat } from '../coats/schema';
import { plainGrade } from '../passes/grade/schema';
import { plainPanel, type Panel } from '../passes/ink/panel/schema';
import { plainInk, type Ink } from '../passes/ink/schema';
import { plainOutline, plainOutlines, type Outline } from '../passes/outlines/schema';
import type { Materials } from '../graph/materials';
import { plainStance } from '../passes/stance/schema';
import { plainVeil, tracedCut } from '../passes/veils/schema';
import { plainWords } from '../passes/words/schema';
import type { Raster } from '../pixels/raster';
import { blankPiece } from '../piece/blank';
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
