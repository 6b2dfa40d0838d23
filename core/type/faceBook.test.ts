import { readFileSync } from 'node:fs';
import { pathBounds } from '../shape/bounds';
import { advanceFromTables, faceBytes, shippedFace, tableAt } from '../testing/faces';
import { FaceError, openFace } from './faceBook';

const files = [
  'bowlby-one',
  'alfa-slab-one',
  'archivo-black',
  'big-shoulders-display-black',
  'fraunces-black',
  'shrikhand',
  'saira-stencil-one',
  'commissioner-black',
];

test.each(files)('%s: advances without kerning are those of the face’s own tables', (file) => {
  const bytes = faceBytes(file);
  const face = openFace(file, bytes);
  for (const letter of 'HAMBERÉÑ8') {
    const [glyph, ...more] = face.shape(letter, { features: { kern: 0 } });
    expect(more).toEqual([]);
    expect(glyph.advance).toBeCloseTo(advanceFromTables(bytes, letter.codePointAt(0)!), 6);
  }
});

test('kerning draws AV together, and can be switched off', () => {
  const face = shippedFace('archivo-black');
  const width = (features: Record<string, number>): number =>
    face.shape('AVAV', { features }).reduce((sum, glyph) => sum + glyph.advance, 0);
  expect(width({})).toBeLessThan(width({ kern: 0 }) - 0.02);
});

test('outlines stand on the baseline with y running down, as high as a capital', () => {
  const face = shippedFace('alfa-slab-one');
  const bounds = pathBounds(face.outline(face.shape('H')[0].glyph))!;
  expect(bounds.y).toBeCloseTo(-face.capHeight, 2);
  expect(bounds.y + bounds.height).toBeCloseTo(0, 2);
});

test('an accented letter typed as two characters is one cluster', () => {
  const clusters = new Set(
    shippedFace('fraunces-black')
      .shape('e\u0301')
      .map((glyph) => glyph.cluster),
  );
  expect([...clusters]).toEqual([0]);
});

test('what is no face is refused', () => {
  expect(() => openFace('none', new TextEncoder().encode('This is not a face at all.'))).toThrow(FaceError);
  expect(() => openFace('none', new Uint8Array(0))).toThrow(FaceError);
  expect(() => openFace('cut', faceBytes('bowlby-one').subarray(0, 400))).toThrow(FaceError);
});

interface Truth {
  shaped: {
    face: string;
    text: string;
    axes: Record<string, number>;
    features: Record<string, number>;
    glyphs: { glyph: number; cluster: number; offsetX: number; offsetY: number; advance: number }[];
  }[];
}
const truth = JSON.parse(readFileSync('core/type/shapingTruth.json', 'utf8')) as Truth;

test.each(truth.shaped)('$face shapes "$text" as hb-shape does', ({ face: file, text, axes, features, glyphs }) => {
  const bytes = faceBytes(file);
  const unitsPerEm = new DataView(bytes.buffer, bytes.byteOffset).getUint16(tableAt(bytes, 'head') + 18);
  const shaped = openFace(file, bytes).varied(axes).shape(text, { features });
  // hb-shape counts clusters in characters; all of these texts are one UTF-16 unit to the character.
  expect(shaped.map(({ glyph, cluster }) => [glyph, cluster])).toEqual(
    glyphs.map(({ glyph, cluster }) => [glyph, cluster]),
  );
  shaped.forEach((one, i) => {
    for (const name of ['advance', 'offsetX', 'offsetY'] as const)
      expect(one[name] * unitsPerEm).toBeCloseTo(glyphs[i][name], 0);
  });
});

test('axes change the letters, keep to their limits, and the standard setting is the face itself', () => {
  const face = shippedFace('archivo-variable');
  expect(face.axes.map(({ tag, name, min, max }) => [tag, name, min, max])).toEqual([
    ['wght', 'weight', 100, 900],
    ['wdth', 'width', 62, 125],
  ]);
  const width = (axes: Record<string, number>): number =>
    face
      .varied(axes)
      .shape('KILN')
      .reduce((sum, { advance }) => sum + advance, 0);
  expect(width({ wdth: 62 })).toBeLessThan(width({}) * 0.8);
  expect(width({ wdth: 10 })).toBe(width({ wdth: 62 }));
  expect(face.varied({ wght: 600 })).toBe(face.varied({}));
  const glyph = face.shape('I')[0].glyph;
  expect(pathBounds(face.varied({ wght: 900 }).outline(glyph))!.width).toBeGreaterThan(
    pathBounds(face.varied({ wght: 100 }).outline(glyph))!.width * 3,
  );
});
