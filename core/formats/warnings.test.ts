import { solidCoat } from '../coats/schema';
import type { MeasuredContrast } from '../passes/ink/measure';
import { plainInk } from '../passes/ink/schema';
import { plainOutline } from '../passes/outlines/schema';
import { blankPiece, untouched } from '../piece/blank';
import { contrastOf } from '../render/contrastOf';
import { demoMaterials, demoPiece } from '../testing/demoPieces';
import { finestOf } from './finest';
import { fileSettingsSchema, type FileSettings } from './settings';
import { warningsOf } from './warnings';

const piece = demoPiece('woven');
const settings = (given: Partial<FileSettings>): FileSettings =>
  fileSettingsSchema.parse({ format: 'png', ppi: 300, ...given });
const noSizes = (): null => null;

test('letters and outlines that are too fine for paper are told of in mm; on screen, and where they are not, nothing is', async () => {
  const materials = await demoMaterials(piece);
  expect(finestOf(piece, materials)).toMatchObject({ outline: Infinity });
  // 13 px at 300 in an inch are 1.10 mm, 26 px twice that.
  const withLetters = (letters: number, given: Partial<FileSettings>): string =>
    warningsOf(piece, settings(given), noSizes, { finest: { letters, outline: Infinity } }).join();
  expect(withLetters(13, { format: 'pdf' })).toBe(
    'The smallest letters are 1.1 mm high on paper: below 1.2 mm they fill in.',
  );
  expect(withLetters(26, { format: 'pdf' })).toBe('');
  expect(withLetters(13, { format: 'jpeg' })).toBe('');
  expect(withLetters(13, { format: 'png', bleed: 3 })).toContain('smallest letters');

  const thin = {
    ...piece,
    letterings: piece.letterings.map((one) => ({
      ...one,
      outlines: {
        ...one.outlines,
        list: [plainOutline({ id: 'o', unit: 'px', width: 0.8, side: 'outside', colour: '#000000' })],
      },
    })),
  };
  const finest = finestOf(thin, materials);
  expect(finest.outline).toBeCloseTo(0.8, 6);
  // 0.8 px at 300 in an inch are 0.068 mm, at 200 they are 0.102 mm.
  expect(warningsOf(thin, settings({ format: 'tiff', ppi: 300 }), noSizes, { finest }).join()).toContain(
    '0.07 mm wide',
  );
  expect(warningsOf(thin, settings({ format: 'tiff', ppi: 200 }), noSizes, { finest }).join()).not.toContain('outline');
});

test('without words there is nothing fine', async () => {
  const empty = { ...piece, letterings: [] };
  expect(finestOf(empty, await demoMaterials(piece))).toEqual({ letters: Infinity, outline: Infinity });
  expect(warningsOf(empty, settings({ format: 'png', ppi: 200 }), noSizes)).toEqual([]);
});

test('words that hardly stand off what is beside their edge are told of by name; others, and unmeasured ones, are not', () => {
  const [first, second] = piece.letterings;
  const told = warningsOf(piece, settings({}), noSizes, {
    contrast: [
      { lettering: first.id, difference: 12.4 },
      { lettering: second.id, difference: 31 },
    ],
  });
  expect(told).toEqual([expect.stringContaining('stands off by 12 L*')]);
  expect(told[0]).toContain(first.name);
  expect(warningsOf(piece, settings({}), noSizes, { contrast: [{ lettering: first.id, difference: null }] })).toEqual(
    [],
  );
});

test('how far words stand off is measured: by no more than their colours differ, and by most of it', async () => {
  const materials = await demoMaterials(piece);
  const [word] = piece.letterings;
  const onPaint = (paint: string): Promise<MeasuredContrast[]> =>
    contrastOf(
      {
        ...blankPiece('On paint', { width: 1800, height: 1200, ppi: 300, paint }),
        assets: piece.assets,
        depth: [word.id],
        letterings: [{ ...word, ...untouched(), ink: plainInk([solidCoat({ colour: '#000000' })]) }],
      },
      materials,
    );
  // L* of the papers (CIE 15:2018 by the curve of sRGB); px of the letters' soft edges are among what is measured.
  for (const [paint, lightness] of [
    ['#ffffff', 100],
    ['#777777', 50],
    ['#1b1b1b', 9.9],
  ] as const) {
    const [{ difference }] = await onPaint(paint);
    expect(difference).toBeLessThan(lightness + 0.5);
    expect(difference).toBeGreaterThan(lightness * 0.6);
  }
});
