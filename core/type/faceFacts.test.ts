import { faceBytes } from '../testing/faces';
import { covers, readFacts } from './faceFacts';
import { helpersFor, missingLetters } from './fallback';
import { FaceError } from './faceBook';

test('a face tells its name, scripts, axes, features and licence', () => {
  const facts = readFacts(faceBytes('commissioner-black'));
  expect(facts.name).toMatch(/Commissioner/);
  expect(facts.scripts).toEqual(['Latn', 'Grek', 'Cyrl']);
  expect(facts.features).toContain('kern');
  expect(facts.licence).toMatch(/Open Font License/);
  expect(readFacts(faceBytes('archivo-variable')).axes.map(({ name }) => name)).toEqual(['weight', 'width']);
  expect(readFacts(faceBytes('yatra-one')).scripts).toContain('Deva');
});

test('its coverage is that of its table, letter by letter', () => {
  const { coverage, letters } = readFacts(faceBytes('lalezar'));
  expect(coverage.reduce((sum, [from, to]) => sum + to - from + 1, 0)).toBe(letters);
  for (const [letter, there] of [
    ['A', true],
    ['ط', true],
    ['Ж', false],
    ['क', false],
    ['🪁', false],
  ] as const)
    expect(covers(coverage, letter.codePointAt(0)!)).toBe(there);
});

test('what is no face is refused with a reason', () => {
  expect(() => readFacts(new TextEncoder().encode('OTTO but nothing else'))).toThrow(FaceError);
  // A whole face, but with every outline's place in the file set to the same: nothing to draw.
  const bytes = Uint8Array.from(faceBytes('bowlby-one'));
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < view.getUint16(4); i++) {
    const record = 12 + 16 * i;
    if (String.fromCharCode(...bytes.subarray(record, record + 4)) === 'loca')
      bytes.fill(0, view.getUint32(record + 8), view.getUint32(record + 8) + view.getUint32(record + 12));
  }
  expect(() => readFacts(bytes)).toThrow(/no outlines/);
});

test('bytes that are changed at random are read or refused, and never hang', () => {
  const whole = faceBytes('saira-stencil-one');
  let seed = 1;
  for (let round = 0; round < 15; round++) {
    const bytes = Uint8Array.from(whole);
    for (let i = 0; i < 200; i++) {
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
      bytes[seed % bytes.length] = seed >>> 24;
    }
    const from = performance.now();
    try {
      expect(readFacts(bytes).letters).toBeGreaterThan(0);
    } catch (error) {
      expect(error).toBeInstanceOf(Error);
    }
    expect(performance.now() - from).toBeLessThan(5000);
  }
});

describe('letters that a face has not', () => {
  const faces: Record<string, string> = { heavy: 'ABC', greek: 'ΑΒΓΩABC', part: 'ΑΒ', arabic: 'طين' };
  const help = (missing: string[], among: string[]) =>
    helpersFor(missing, among, (name, codePoint) => faces[name].includes(String.fromCodePoint(codePoint)));
  test('are found; spaces and marks without a shape are not asked for', () => {
    expect(missingLetters('AB ΑA\u200f', (codePoint) => faces.heavy.includes(String.fromCodePoint(codePoint)))).toEqual(
      ['Α'],
    );
  });
  test('come from one face where one has all of a script', () => {
    expect(help(['Α', 'Ω', 'ط'], ['heavy', 'part', 'greek', 'arabic'])).toEqual({
      helpers: ['greek', 'arabic'],
      nowhere: [],
    });
  });
  test('and are told when they are nowhere', () => {
    expect(help(['🪁', 'Ω'], ['heavy', 'greek'])).toEqual({ helpers: ['greek'], nowhere: ['🪁'] });
    expect(help(['Ω'], [])).toEqual({ helpers: [], nowhere: ['Ω'] });
  });
});
