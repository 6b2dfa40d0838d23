import { jest } from '@jest/globals';
import { produce } from 'immer';
import { solidCoat } from '../coats/schema';
import { placedLetters } from '../graph/cover';
import { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import { keyIn, type Node, type Request } from '../graph/node';
import { sheetAt, tilesOver } from '../graph/tiles';
import { plainGrade } from '../passes/grade/schema';
import { plainInk } from '../passes/ink/schema';
import { plainOutline, plainOutlines } from '../passes/outlines/schema';
import { plainStance } from '../passes/stance/schema';
import { plainVeil, tracedCut } from '../passes/veils/schema';
import { plainLetter } from '../passes/words/letterSettings';
import { plainWords } from '../passes/words/schema';
import { blankPiece, untouched } from '../piece/blank';
import type { Lettering, Piece } from '../piece/schema';
import type { Region } from '../pixels/region';
import { boxContour } from '../testing/contours';
import { paintedPicture } from '../testing/pictures';
import { shippedFace } from '../testing/faces';
import { compile } from './compile';

const [width, height] = [2048, 1024];
const picture = paintedPicture(width, height, (x, y) => [60 + ((x * 3) % 120), 90 + ((y * 5) % 100), 128]);
const face = shippedFace('bowlby-one');
const materials: Materials = { picture: () => picture, face: () => face };

function lettering(id: string, text: string, x: number, y: number, more: Partial<Lettering> = {}): Lettering {
  return {
    id,
    name: id,
    words: plainWords({ text, face: 'f', size: 130, leading: 1, tracking: 0.2, alignment: 'left' }),
    stance: plainStance({ x, y, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#c02020' })]),
    ...untouched(),
    outlines: plainOutlines(),
    ...more,
  };
}

const box = (...sides: Parameters<typeof boxContour>) => tracedCut([boxContour(...sides)]);

/** A long word above, a short one below on the left behind a veil, an outlined one below on the right; graded as a whole. */
const piece: Piece = {
  ...blankPiece('test', { width, height, ppi: 300, paint: '#ffffff' }),
  plates: [{ id: 'plate', name: 'p', asset: 'a', scale: 1, x: 0, y: 0 }],
  letterings: [
    lettering('long', 'KILNWALLS', 1000, 200),
    lettering('short', 'HI', 300, 760),
    lettering('outlined', 'OH', 1700, 760, {
      outlines: {
        ...plainOutlines(),
        list: [plainOutline({ id: 'o', unit: 'px', width: 8, side: 'outside', colour: '#ffffff' })],
      },
    }),
  ],
  veils: [plainVeil({ id: 'veil', name: 'v', plate: 'plate', cuts: [box(250, 700, 360, 900)], feather: 4 })],
  depth: ['long', 'short', 'outlined', 'veil'],
  grades: [
    { ...plainGrade('whole', { lettering: null, area: 'everything', on: { kind: 'all' } }), light: 0.3, blur: 1 },
  ],
};

const tiles = tilesOver(sheetAt(piece.sheet, 1), sheetAt(piece.sheet, 1));
const requestOf = (region: Region): Request => ({ region, scale: 1 });
const keysOf = (node: Node): string[] => tiles.map((region) => keyIn(node, requestOf(region)));

/** Px that are computed of all steps while some tiles are drawn. */
async function computed(node: Node, evaluator: Evaluator, regions: readonly Region[]): Promise<number> {
  type Computing = { compute(one: Node, request: Request): Promise<unknown> };
  let count = 0;
  const spy = jest.spyOn(Evaluator.prototype as unknown as Computing, 'compute');
  for (const region of regions) await evaluator.pixels(node, requestOf(region));
  for (const [, { region }] of spy.mock.calls) count += region.width * region.height;
  spy.mockRestore();
  return count;
}

const onLong = (change: (one: Lettering) => void) => (draft: Piece) => change(draft.letterings[0]);
const onShort = (change: (one: Lettering) => void) => (draft: Piece) => change(draft.letterings[1]);
const onOutlined = (change: (one: Lettering) => void) => (draft: Piece) => change(draft.letterings[2]);

/** Where each edit may change anything, tiles of 256 px: columns 0 to 7, rows 0 to 3. */
type Edit = readonly [
  says: string,
  edit: (draft: Piece) => void,
  columns: readonly [number, number] | { letter: number },
  rows: readonly [number, number],
];
const above = [0, 1] as const;
const low = [2, 3] as const;
const [everywhere, left, right] = [
  [0, 7],
  [0, 2],
  [5, 7],
] as const;
const edits: readonly Edit[] = [
  [
    'the first letter of nine is raised',
    onLong(({ words }) => void (words.letters = [{ ...plainLetter, at: 0, rise: 0.1 }])),
    { letter: 0 },
    above,
  ],
  [
    'the last but one of nine is raised',
    onLong(({ words }) => void (words.letters = [{ ...plainLetter, at: 7, rise: 0.1 }])),
    { letter: 7 },
    above,
  ],
  ['the last letter is another', onLong(({ words }) => void (words.text = 'KILNWALLZ')), everywhere, above],
  [
    'a letter of nine has a colour of its own',
    onLong(({ words }) => void (words.letters = [{ ...plainLetter, at: 4, colour: '#2060c0' }])),
    { letter: 4 },
    above,
  ],
  ['the long word is moved by a px', onLong(({ stance }) => void (stance.x += 1)), everywhere, above],
  ['it is turned', onLong(({ stance }) => void (stance.rotation = 2)), everywhere, above],
  ['it is set looser', onLong(({ words }) => void (words.tracking = 0.22)), everywhere, above],
  ['it is set larger', onLong(({ words }) => void (words.size = 134)), everywhere, above],
  [
    'its colour is another',
    onLong(({ ink }) => void (ink.coats = [solidCoat({ colour: '#20c020' })])),
    everywhere,
    above,
  ],
  ['the short word is moved', onShort(({ stance }) => void (stance.y += 3)), left, low],
  ['it has another letter', onShort(({ words }) => void (words.text = 'HA')), left, low],
  ['its colour is another', onShort(({ ink }) => void (ink.coats = [solidCoat({ colour: '#2020c0' })])), left, low],
  ['its ink multiplies', onShort(({ ink }) => void (ink.mode = 'multiply')), left, low],
  ['the veil is softer', (draft) => void (draft.veils[0].feather = 6), left, low],
  ['the veil is cut wider', (draft) => void (draft.veils[0].cuts = [box(250, 700, 380, 900)]), left, low],
  [
    'the veil goes behind the short word',
    (draft) => void (draft.depth = ['long', 'veil', 'short', 'outlined']),
    left,
    low,
  ],
  ['the outline is wider', onOutlined(({ outlines }) => void (outlines.list[0].width = 10)), right, low],
  [
    'the outline has another colour',
    onOutlined(({ outlines }) => void (outlines.list[0].coats = [solidCoat({ colour: '#000000' })])),
    right,
    low,
  ],
  ['the outlined word is moved', onOutlined(({ stance }) => void (stance.x -= 2)), right, low],
  ['the outlined word is left out', (draft) => void (draft.depth = ['long', 'short', 'veil']), right, low],
];

/** The columns that a letter of the long word reaches in some pieces; a blur of 1 px makes it reach 6 px further. */
function columnsOf(letter: number, pieces: readonly Piece[]): readonly [number, number] {
  const boxes = pieces.map((one) => {
    const { letters, place } = compile(one, materials).letterings[0].letters;
    return placedLetters(letters, place)[letter].bounds;
  });
  const [from, to] = [
    Math.min(...boxes.map(({ x }) => x)) - 6,
    Math.max(...boxes.map(({ x, width: wide }) => x + wide)) + 6,
  ];
  return [Math.floor(from / 256), Math.floor(to / 256)];
}

let before: Node;
let evaluator: Evaluator;
let first: number;
beforeAll(async () => {
  before = compile(piece, materials).picture;
  evaluator = new Evaluator(1e9);
  first = await computed(before, evaluator, tiles);
});

test('there are twenty typical edits', () => expect(edits).toHaveLength(20));

test.each(edits)('%s: only its tiles are drawn again, and only what they need', async (_, edit, columns, rows) => {
  const after = compile(produce(piece, edit), materials).picture;
  const [was, is] = [keysOf(before), keysOf(after)];
  const changed = tiles.filter((_tile, i) => was[i] !== is[i]);
  expect(changed.length).toBeGreaterThan(0);
  const isWithin = (value: number, [from, to]: readonly [number, number]): boolean => value >= from && value <= to;
  const across = 'letter' in columns ? columnsOf(columns.letter, [piece, produce(piece, edit)]) : columns;
  const strays = changed.filter(({ x, y }) => !isWithin(x / 256, across) || !isWithin(y / 256, rows));
  expect(strays).toEqual([]);
  // What is drawn again shares the photograph and all that did not change with what was drawn before.
  const again = await computed(after, evaluator, tiles);
  // Where veils stand there is more to each tile than elsewhere.
  expect(again / first).toBeLessThan((1.5 * changed.length) / tiles.length);
  // And it is the picture that a fresh start would make.
  const [region] = changed;
  const fresh = await new Evaluator(1e9).pixels(after, requestOf(region));
  const kept = await evaluator.pixels(after, requestOf(region));
  expect(Buffer.from(kept.data.buffer).equals(Buffer.from(fresh.data.buffer))).toBe(true);
});

test('tiles whose key stays are to the bit what a fresh start makes of the changed piece', async () => {
  for (const [, edit] of edits) {
    const after = compile(produce(piece, edit), materials).picture;
    const [was, is] = [keysOf(before), keysOf(after)];
    const stays = tiles.filter((_, i) => was[i] === is[i]);
    for (const region of stays.filter((_, i) => i % 3 === 0)) {
      const fresh = await new Evaluator(1e9).pixels(after, requestOf(region));
      const kept = await evaluator.pixels(before, requestOf(region));
      expect(Buffer.from(kept.data.buffer).equals(Buffer.from(fresh.data.buffer))).toBe(true);
    }
  }
});
