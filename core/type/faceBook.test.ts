import { pathBounds } from '../shape/path';
import { advanceFromTables, faceBytes, shippedFace } from '../testing/faces';
import { FaceError, openFace } from './faceBook';

const files = ['bowlby-one', 'alfa-slab-one', 'archivo-black', 'big-shoulders-display-black', 'fraunces-black', 'shrikhand'];

test.each(files)('%s: advances without kerning are those of the face’s own tables', (file) => {
  const bytes = faceBytes(file);
  const face = openFace(file, bytes);
  for (const letter of 'HAMBERÉÑ8') {
    const [glyph, ...more] = face.shape(letter, { kern: 0 });
    expect(more).toEqual([]);
    expect(glyph.advance).toBeCloseTo(advanceFromTables(bytes, letter.codePointAt(0)!), 6);
  }
});

test('kerning draws AV together, and can be switched off', () => {
  const face = shippedFace('archivo-black');
  const width = (features: Record<string, number>): number => face.shape('AVAV', features).reduce((sum, glyph) => sum + glyph.advance, 0);
  expect(width({})).toBeLessThan(width({ kern: 0 }) - 0.02);
});

test('outlines stand on the baseline with y running down, as high as a capital', () => {
  const face = shippedFace('alfa-slab-one');
  const bounds = pathBounds(face.outline(face.shape('H')[0].glyph))!;
  expect(bounds.y).toBeCloseTo(-face.capHeight, 2);
  expect(bounds.y + bounds.height).toBeCloseTo(0, 2);
});

test('an accented letter typed as two characters is one cluster', () => {
  const clusters = new Set(shippedFace('fraunces-black').shape('e\u0301').map((glyph) => glyph.cluster));
  expect([...clusters]).toEqual([0]);
});

test('what is no face is refused', () => {
  expect(() => openFace('none', new TextEncoder().encode('This is not a face at all.'))).toThrow(FaceError);
  expect(() => openFace('none', new Uint8Array(0))).toThrow(FaceError);
  expect(() => openFace('cut', faceBytes('bowlby-one').subarray(0, 400))).toThrow(FaceError);
});
