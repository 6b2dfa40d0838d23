import { applyPatches } from 'immer';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { blankLettering, blankPiece } from './blank';
import { fromPx, paperToPx, lengthLabel, toPx } from './lengths';
import { applyEdit, problemWith, type Edit } from './edits/edit';
import { solidCoat } from '../coats/schema';
import * as gradeEdits from './edits/grades';
import * as inkEdits from './edits/ink';
import * as outlineEdits from './edits/outlines';
import { plainGrade } from '../passes/grade/schema';
import { plainPanel } from '../passes/ink/panel/schema';
import { plainOutline } from '../passes/outlines/schema';
import * as edits from './edits/items';
import { PieceError, readPiece } from './read';
import { plainStroke, tracedCut, type Contour, type TraceCut } from '../passes/veils/schema';
import * as veilEdits from './edits/veils';
import { pieceVersion, type Piece } from './schema';

const sheet = { width: 900, height: 600, ppi: 300, paint: '#ffffff' };
const hash = (digit: string): string => digit.repeat(64);
const face = { kind: 'face' as const, name: 'Face', sha256: hash('a') };
const photo = { kind: 'plate' as const, name: 'photo', sha256: hash('b') };

const contoursOf = ({ veils }: Piece): Contour[] => (veils[0].cuts[0] as TraceCut).contours;

function sample(): Piece {
  const steps: Edit[] = [
    edits.addPlate(photo, { scale: 1, x: 0, y: 0 }),
    (piece) => edits.addLettering(blankLettering('lettering-1', 'Words', 'KILN', sheet), face)(piece),
    veilEdits.addVeil({ id: 'veil-1', name: 'jar', plate: 'plate-1' }),
    veilEdits.addCut('veil-1', tracedCut([])),
  ];
  return steps.reduce((piece, edit) => applyEdit(piece, edit).piece, blankPiece('Test', sheet));
}

describe('reading', () => {
  test('the demo pieces can be read', () => {
    for (const name of ['woven', 'low-sun'])
      expect(readPiece(JSON.parse(readFileSync(`demo/pieces/${name}.json`, 'utf8'))).plates).toHaveLength(1);
  });
  test('what is written can be read again, the same', () => {
    const piece = sample();
    expect(readPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
  });
  test.each([
    ['something else', { hello: 1 }, /not a piece/],
    ['nothing', null, /not a piece/],
    ['a newer version', { ...sample(), version: 99 }, /newer Inky Veil/],
    ['an unknown field', { ...sample(), extra: 1 }, /cannot be read/],
    ['a lettering whose face is missing', { ...sample(), assets: {} }, /not in the piece/],
    ['a veil of no plate', { ...sample(), plates: [] }, /not there/],
    ['a depth line that forgets a veil', { ...sample(), depth: ['lettering-1'] }, /depth line/],
    ['two things of one id', { ...sample(), veils: [...sample().veils, ...sample().veils] }, /same id|depth/],
    ['a sheet too large', { ...sample(), sheet: { ...sheet, width: 50000, height: 50000 } }, /megapixels/],
    ['a colour that is none', { ...sample(), sheet: { ...sheet, paint: 'javascript:1' } }, /colour/],
    [
      'a plate where a face belongs',
      {
        ...sample(),
        letterings: sample().letterings.map((one) => ({
          ...one,
          words: { ...one.words, face: Object.keys(sample().assets)[0] },
        })),
      },
      /needs a face/,
    ],
    [
      'a size that is no number',
      {
        ...sample(),
        letterings: sample().letterings.map((one) => ({ ...one, words: { ...one.words, size: Infinity } })),
      },
      /cannot be read/,
    ],
  ])('%s is refused with the reason', (_name, data, reason) => {
    expect(() => readPiece(JSON.parse(JSON.stringify(data)))).toThrow(PieceError);
    expect(() => readPiece(JSON.parse(JSON.stringify(data)))).toThrow(reason);
  });
});

describe('edits', () => {
  test('the piece given is never changed', () => {
    const piece = sample();
    const copy = structuredClone(piece);
    applyEdit(piece, edits.changePart('lettering-1', 'words', { text: 'KITE' }));
    expect(piece).toEqual(copy);
  });

  const point = fc.record({ x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 600 }) });
  const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
    fc.string({ maxLength: 20 }).map((text) => edits.changePart('lettering-1', 'words', { text })),
    fc.integer({ min: -900, max: 900 }).map((x) => edits.changePart('lettering-1', 'stance', { x })),
    point.map((at) => veilEdits.addTracePoint('veil-1', 0, at, { to: 'edge', via: [[at.x / 2, 3]] })),
    fc.constant(veilEdits.closeContour('veil-1', 0, { to: 'straight', via: [] })),
    fc.constant(veilEdits.dropLastPoint('veil-1', 0)),
    fc
      .integer({ min: 1, max: 50 })
      .map((radius) =>
        veilEdits.addStroke('veil-1', plainStroke({ side: 'front', radius, softness: 0.5, points: [[1, 2]] })),
      ),
    fc.integer({ min: -2, max: 4 }).map((place) => edits.moveInDepth('lettering-1', place)),
    fc.constantFrom('#102030', 'teal').map((colour) => inkEdits.setSolid('lettering-1', { colour })),
    fc
      .constantFrom('#102030', 'teal')
      .map((colour) =>
        inkEdits.addCoat({ of: 'ink', lettering: 'lettering-1' }, solidCoat({ colour, mode: 'multiply' })),
      ),
    fc.constantFrom<1 | -1>(1, -1).map((by) => inkEdits.moveCoat({ of: 'ink', lettering: 'lettering-1' }, 0, by)),
    fc
      .constantFrom(plainPanel({ shape: { kind: 'ellipse' }, colour: 'teal' }), null)
      .map((panel) => inkEdits.putPanel('lettering-1', panel)),
    fc
      .constantFrom('below', null)
      .map((knockout) => inkEdits.setPanel('lettering-1', { knockout: knockout as 'below' | null })),
    fc
      .integer({ min: 0, max: 40 })
      .map((width) =>
        outlineEdits.addOutline(
          'lettering-1',
          plainOutline({ id: `outline-${width}`, unit: 'px', width, side: 'outside', colour: 'teal' }),
        ),
      ),
    fc.integer({ min: 0, max: 40 }).map((width) => outlineEdits.removeOutline('lettering-1', `outline-${width}`)),
    fc.constant((draft: Piece) =>
      gradeEdits.addGrade(
        plainGrade(edits.freeId(draft, 'grade'), {
          lettering: 'lettering-1',
          area: 'inside',
          on: { kind: 'veil', veil: 'veil-1' },
        }),
      )(draft),
    ),
    fc.constant(edits.setFace('lettering-1', { ...face, sha256: hash('c') })),
    fc.integer({ min: 1, max: 900 }).map((width) => edits.setSheet({ width })),
  );
  test('undoing everything leads back to the start, doing it again to the end; every step is a valid piece', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 25 }), (list) => {
        const start = sample();
        const done: { inverse: never[]; patches: never[] }[] = [];
        let piece = start;
        for (const edit of list) {
          const result = applyEdit(piece, edit);
          piece = result.piece;
          expect(problemWith(piece)).toBeNull();
          done.push(result as never);
        }
        const end = piece;
        for (const { inverse } of [...done].reverse()) piece = applyPatches(piece, inverse);
        expect(piece).toEqual(start);
        for (const { patches } of done) piece = applyPatches(piece, patches);
        expect(piece).toEqual(end);
      }),
      { numRuns: 60 },
    );
  });

  test('taking a plate off takes its veils with it, and assets that nothing names', () => {
    const { piece } = applyEdit(sample(), edits.removeItem('plate-1'));
    expect([piece.plates, piece.veils, piece.depth]).toEqual([[], [], ['lettering-1']]);
    expect(Object.values(piece.assets).map(({ kind }) => kind)).toEqual(['face']);
  });
  test('one face is one asset, however often it is used; ids are free ones', () => {
    const { piece } = applyEdit(sample(), (draft) =>
      edits.addLettering(blankLettering(edits.freeId(draft, 'lettering'), 'More', 'KITE', sheet), face)(draft),
    );
    expect(piece.letterings.map(({ id }) => id)).toEqual(['lettering-1', 'lettering-2']);
    expect(Object.values(piece.assets).filter(({ kind }) => kind === 'face')).toHaveLength(1);
  });
  test('a moved point keeps its neighbours; a removed one joins them straight', () => {
    let piece = sample();
    for (const [x, y] of [
      [0, 0],
      [10, 0],
      [10, 10],
    ])
      piece = applyEdit(piece, veilEdits.addTracePoint('veil-1', 0, { x, y }, { to: 'edge', via: [[x - 1, y]] })).piece;
    piece = applyEdit(piece, veilEdits.closeContour('veil-1', 0, { to: 'edge', via: [[5, 5]] })).piece;
    const moved = contoursOf(
      applyEdit(piece, veilEdits.movePoint('veil-1', 0, 0, 0, { x: 1, y: 1 }, [[6, 6]], [[5, 1]])).piece,
    )[0].points;
    expect([moved[0].x, moved[0].via, moved[2].via, moved[1].via]).toEqual([
      1,
      [[5, 1]],
      [[6, 6]],
      contoursOf(piece)[0].points[1].via,
    ]);
    const fewer = contoursOf(applyEdit(piece, veilEdits.removePoint('veil-1', 0, 0, 1)).piece)[0].points;
    expect([fewer.length, fewer[0].to, fewer[0].via]).toEqual([2, 'straight', []]);
    expect(
      contoursOf(
        applyEdit(
          applyEdit(piece, veilEdits.removePoint('veil-1', 0, 0, 1)).piece,
          veilEdits.removePoint('veil-1', 0, 0, 0),
        ).piece,
      ),
    ).toEqual([]);
  });
});

test('paper sizes', () => {
  expect(paperToPx(13, 'in', 300)).toBe(3900);
  expect(paperToPx(297, 'mm', 300)).toBe(3508);
  expect(paperToPx(1080, 'px', 72)).toBe(1080);
  expect(fromPx(600, 'in', 300)).toBe(2);
  expect(fromPx(toPx(12.5, 'mm', 200), 'mm', 200)).toBeCloseTo(12.5, 9);
  expect(lengthLabel(300, 'mm', 300)).toBe('25.4 mm');
});

test('a piece of version 1 is brought up to date: what it leaves out takes its default', () => {
  const old = JSON.parse(
    JSON.stringify({ ...blankPiece('old', { width: 100, height: 80, ppi: 72, paint: null }), version: 1 }),
  ) as Record<string, unknown>;
  delete old.guides;
  delete old.slopes;
  old.assets = { f: { kind: 'face', name: 'f' } };
  old.letterings = [
    {
      id: 'w',
      name: 'w',
      words: { text: 'KILN', face: 'f', size: 20, leading: 1, tracking: 0, alignment: 'left' },
      stance: { x: 1, y: 2, rotation: 3, scale: 1 },
      ink: { coats: [] },
    },
  ];
  old.depth = ['w'];
  const read = readPiece(old);
  expect(read).toMatchObject({ version: pieceVersion, guides: [], slopes: [], weave: [] });
  expect(read.letterings[0].words).toMatchObject({
    lockup: { kind: 'lines' },
    letters: [],
    fallbacks: [],
    shape: null,
    upperCase: false,
  });
  expect(read.letterings[0].stance).toMatchObject({
    rotation: 3,
    bend: null,
    perspective: null,
    echoes: [],
    flipAcross: false,
  });
  expect(() => readPiece({ ...old, version: pieceVersion + 1 })).toThrow(/newer/);
});

test('a veil of version 2 becomes one with a list of cuts: its matte and its contours are added up', () => {
  const contour = {
    closed: true,
    points: [
      { x: 1, y: 2, to: 'straight', via: [] },
      { x: 5, y: 2, to: 'edge', via: [[6, 3]] },
    ],
  };
  const rest = { ...sample(), weave: undefined };
  const old = {
    ...rest,
    version: 2,
    assets: { ...rest.assets, cut: { kind: 'matte', name: 'cut', sha256: hash('d') } },
    veils: [
      {
        id: 'veil-1',
        name: 'jar',
        plate: 'plate-1',
        contours: [contour],
        matte: 'cut',
        feather: 3,
        strokes: [{ side: 'front', radius: 2, softness: 0, points: [[1, 1]] }],
      },
    ],
  };
  const { veils, weave } = readPiece(old);
  expect(veils[0].cuts).toEqual([
    { kind: 'picture', operation: 'add', matte: 'cut' },
    { kind: 'trace', operation: 'add', contours: [contour] },
  ]);
  expect(veils[0]).toMatchObject({ feather: 3, fine: null, softness: null, strokes: [{ flow: 1, fence: null }] });
  expect(weave).toEqual([]);
});
