import { advanceFromTables, faceBytes, shippedFace } from '../../testing/faces';
import type { Letters } from '../../type/letters';
import type { Materials } from '../../graph/materials';
import { lineWidths } from './gauge';
import { setWords } from './render';
import { plainWords, type Words } from './schema';

const faces: Record<string, ReturnType<typeof shippedFace>> = Object.fromEntries(
  ['bowlby-one', 'lalezar', 'commissioner-black', 'archivo-variable', 'fraunces-black'].map((file) => [
    file,
    shippedFace(file),
  ]),
);
const materials: Materials = {
  face: (key) => faces[key],
  picture: () => {
    throw new Error('no pictures here');
  },
};
const words = (change: Partial<Words>): Words => ({
  ...plainWords({ text: 'HH', face: 'bowlby-one', size: 100, leading: 1, tracking: 0, alignment: 'left' }),
  ...change,
});
const set = (change: Partial<Words>): Letters => setWords(words(change), materials);
const caretX = (letters: Letters, line: number, place: number): number => letters.lines[line].carets[place].foot[0];
const baseline = (letters: Letters, line: number): number =>
  letters.lines[line].carets[0].foot[1] - letters.capHeight * 0.12;

test('letters follow one another by their advances; tracking stands between letters only', () => {
  const advance = advanceFromTables(faceBytes('bowlby-one'), 'H'.codePointAt(0)!) * 100;
  const tight = set({});
  const wide = set({ tracking: 0.1 });
  expect(caretX(tight, 0, 2)).toBeCloseTo(2 * advance, 3);
  expect(caretX(tight, 0, 1)).toBeCloseTo(advance, 3);
  expect(wide.letters[1].bounds!.x - tight.letters[1].bounds!.x).toBeCloseTo(10, 3);
  expect(tight.lines[0].carets).toHaveLength(3);
});

test('lines stand leading apart, around the origin; each aligns on x = 0; single lines may have a leading of their own', () => {
  const two = set({ text: 'H\nHHH', leading: 0.9 });
  expect(baseline(two, 1) - baseline(two, 0)).toBeCloseTo(90, 6);
  expect(baseline(two, 0) - two.capHeight).toBeCloseTo(-baseline(two, 1), 6);
  for (const [alignment, share] of [
    ['left', 0],
    ['centre', 0.5],
    ['right', 1],
  ] as const) {
    const { lines } = set({ text: 'H\nHHH', alignment });
    for (const { carets } of lines)
      expect(carets[0].foot[0] + (carets.at(-1)!.foot[0] - carets[0].foot[0]) * share).toBeCloseTo(0, 6);
  }
  const own = set({ text: 'H\nH\nH', leading: 0.9, leadings: [null, 0.7] });
  expect(
    [baseline(own, 1) - baseline(own, 0), baseline(own, 2) - baseline(own, 1)].map((value) => Math.round(value * 1000)),
  ).toEqual([70000, 90000]);
});

test('letters stay apart and know their place in the text; a space has no ink', () => {
  const { letters, lines } = set({ text: 'A B\nC' });
  expect(letters.map(({ start, text, line }) => [start, text, line])).toEqual([
    [0, 'A', 0],
    [1, ' ', 0],
    [2, 'B', 0],
    [4, 'C', 1],
  ]);
  expect(letters[1].bounds).toBeNull();
  expect(lines[1].start).toBe(4);
});

test('ink width is measured on the outlines', () => {
  const two = set({});
  const left = two.letters[0].bounds!.x;
  const right = two.letters[1].bounds!.x + two.letters[1].bounds!.width;
  expect(lineWidths(two)[0].width).toBeCloseTo(right - left, 6);
});

test('capitals are shown, what was typed is kept: ß stays one letter with two capitals', () => {
  const shouted = set({ text: 'straße', face: 'fraunces-black', upperCase: true });
  expect(shouted.letters.map(({ text, start }) => [text, start])).toEqual([
    ['s', 0],
    ['t', 1],
    ['r', 2],
    ['a', 3],
    ['ß', 4],
    ['e', 5],
  ]);
  const typed = set({ text: 'STRASSE', face: 'fraunces-black' });
  expect(shouted.ink!.width).toBeCloseTo(typed.ink!.width, 3);
  // What is set for it by hand is set once, for both capitals together.
  const spaced = set({
    text: 'straße',
    face: 'fraunces-black',
    upperCase: true,
    letters: [{ at: 4, space: 0.3, x: 0, y: 0, scale: 1, rotation: 0, rise: 0, colour: null }],
  });
  expect(spaced.ink!.width - shouted.ink!.width).toBeCloseTo(30, 3);
  expect(spaced.letters[4].bounds).toEqual(shouted.letters[4].bounds);
});

test('a variable face is set by its axes', () => {
  const width = (axes: Record<string, number>): number =>
    set({ text: 'KITE', face: 'archivo-variable', axes }).ink!.width;
  expect(width({ wdth: 62 })).toBeLessThan(width({ wdth: 125 }) * 0.7);
});

test('letters that the face has not come from the next one that has them, in reading order from right to left', () => {
  const mixed = set({ text: 'KILN طين', fallbacks: ['commissioner-black', 'lalezar'] });
  const own = setWords(words({ text: 'طين', face: 'lalezar' }), materials);
  const arabic = mixed.letters.filter(({ start }) => start >= 5);
  // Two letters of it join to one in this face.
  expect(arabic.map(({ text }) => text).sort()).toEqual(['ط', 'ين'].sort());
  // The first letter typed stands furthest to the right.
  const [first, last] = [...arabic].sort((a, b) => a.start - b.start);
  expect(first.bounds!.x).toBeGreaterThan(last.bounds!.x);
  const span =
    Math.max(...arabic.map(({ bounds }) => bounds!.x + bounds!.width)) -
    Math.min(...arabic.map(({ bounds }) => bounds!.x));
  expect(span).toBeCloseTo(own.ink!.width, 2);
});

describe('single letters', () => {
  const letter = (at: number, change: Partial<Words['letters'][number]>): Words['letters'][number] => ({
    at,
    space: 0,
    x: 0,
    y: 0,
    scale: 1,
    rotation: 0,
    rise: 0,
    colour: null,
    ...change,
  });
  const plain = set({ text: 'HIT' });
  test('a kern moves all that follows, in em', () => {
    const kerned = set({ text: 'HIT', letters: [letter(0, { space: -0.05 })] });
    expect(kerned.letters[0].bounds).toEqual(plain.letters[0].bounds);
    for (const i of [1, 2]) expect(kerned.letters[i].bounds!.x - plain.letters[i].bounds!.x).toBeCloseTo(-5, 6);
  });
  test('moved, raised, scaled and turned about the middle of its ink, the others stay', () => {
    const [before] = [plain.letters[1].bounds!];
    const after = set({ text: 'HIT', letters: [letter(1, { x: 0.1, y: 0.2, rise: 0.5, scale: 2 })] }).letters;
    const middle = (box: typeof before): number[] => [box.x + box.width / 2, box.y + box.height / 2];
    expect(middle(after[1].bounds!)[0]).toBeCloseTo(middle(before)[0] + 10, 5);
    expect(middle(after[1].bounds!)[1]).toBeCloseTo(middle(before)[1] + 20 - 50, 5);
    expect(after[1].bounds!.height).toBeCloseTo(before.height * 2, 5);
    expect(after[2].bounds).toEqual(plain.letters[2].bounds);
    const turned = set({ text: 'HIT', letters: [letter(1, { rotation: 90 })] }).letters[1].bounds!;
    expect([turned.width, turned.height].map((value) => value.toFixed(4))).toEqual(
      [before.height, before.width].map((value) => value.toFixed(4)),
    );
  });
  test('a colour is handed on', () => {
    expect(
      set({ text: 'HIT', letters: [letter(2, { colour: '#ff0000' })] }).letters.map(({ colour }) => colour),
    ).toEqual([null, null, '#ff0000']);
  });
});

describe('shapes', () => {
  const shape = (one: Words['shape'], size = 200): Letters => set({ shape: one, size, face: '' });
  test.each([
    [{ kind: 'ellipse', height: 0.5 }, 200, 100],
    [{ kind: 'box', height: 1, rounding: 0.3 }, 200, 200],
    [
      { kind: 'star', points: 5, inner: 0.4 },
      200,
      200 * ((1 + Math.cos(Math.PI / 5)) / (2 * Math.sin((2 * Math.PI) / 5))),
    ],
    [{ kind: 'polygon', corners: 4 }, 200, 200],
    [{ kind: 'path', data: 'M0 0h10v20h-10z' }, 200, 400],
  ] as const)('%p is as wide as it is set and as high as its geometry says', (one, width, height) => {
    const { ink, letters } = shape(one);
    expect(letters).toHaveLength(1);
    expect([ink!.width, ink!.height].map((value) => value.toFixed(2))).toEqual([width.toFixed(2), height.toFixed(2)]);
    expect([ink!.x + ink!.width / 2, ink!.y + ink!.height / 2].map((value) => Math.abs(value) < 1e-6)).toEqual([
      true,
      true,
    ]);
  });
  test('what is no outline is refused, not drawn', () => {
    for (const data of ['', 'hello', 'M0 0', 'M0 0L10 0', 'L5 5 10 10', 'M0 0L1e400 3 4 4z'])
      expect(() => plainWords({ ...words({}), shape: { kind: 'path', data } })).toThrow();
  });
});

test.each([
  ['no text', ''],
  ['only line ends', '\n\n'],
  ['emoji', '🪁🏺'],
  ['5,000 characters', 'KITE '.repeat(1000)],
  ['2,500 lines', 'K\n'.repeat(2500)],
  ['marks in a heap', `A${'\u0301'.repeat(20)}`],
  ['right to left', 'طين'],
  ['half a pair', '\ud83e'],
  ['turned-round marks', '\u202eABC\u202c'],
])('%s does no harm', (_name, text) => {
  for (const kind of [
    { kind: 'lines' },
    { kind: 'one-width', width: 500, gap: 0.02 },
    { kind: 'justified', width: 500 },
    { kind: 'stacked', gap: 0 },
    { kind: 'arc', radius: 300 },
    {
      kind: 'path',
      points: [
        [0, 0],
        [100, 100],
        [100, 0],
        [0, 100],
      ],
      offset: 0,
    },
  ] as const) {
    // The best of three, so that what else the machine does is not counted.
    const times: number[] = [];
    let made = set({ text, lockup: kind as Words['lockup'] });
    for (let round = 0; round < 3 && !(Math.min(...times) < 500); round++) {
      const from = performance.now();
      made = set({ text, lockup: kind as Words['lockup'] });
      times.push(performance.now() - from);
    }
    expect(Math.min(...times)).toBeLessThan(1000);
    expect(made.lines.length).toBe(text.split('\n').length);
    expect(
      made.lines.every(({ carets }) =>
        carets.every(({ foot, head }) => Number.isFinite(foot[0] + foot[1] + head[0] + head[1])),
      ),
    ).toBe(true);
    expect(
      made.letters.every(
        ({ bounds }) => !bounds || Number.isFinite(bounds.x + bounds.y + bounds.width + bounds.height),
      ),
    ).toBe(true);
  }
});
