import { expect, test } from '@jest/globals';
import { coatSchema, solidCoat } from '../../../core/coats/schema';
import { blankPiece } from '../../../core/piece/blank';
import { sheetSwatch } from './sheetSwatch';

const piece = (paint: string | null, coats: Record<string, unknown>[] = []) => {
  const blank = blankPiece('test', { width: 100, height: 100, ppi: 300, paint });
  return { ...blank, sheet: { ...blank.sheet, coats: coats.map((coat) => coatSchema.parse({ opacity: 1, ...coat })) } };
};

test('a clear sheet has no ground, a painted one its paint', () => {
  expect(sheetSwatch(piece(null))).toBeNull();
  expect(sheetSwatch(piece('#b06040'))).toBe('linear-gradient(#b06040, #b06040)');
});

test('coats lie over the paint, the nearest first; a gradient that runs down runs down', () => {
  const gradient = {
    kind: 'gradient',
    shape: 'linear',
    angle: 90,
    stops: [
      { at: 1, colour: '#000000' },
      { at: 0, colour: '#ffffff' },
    ],
  };
  expect(sheetSwatch(piece('#b06040', [solidCoat({ colour: '#123456' }), gradient]))).toBe(
    'linear-gradient(180deg, #ffffff 0.0%, #000000 100.0%), linear-gradient(#123456, #123456), linear-gradient(#b06040, #b06040)',
  );
  expect(sheetSwatch(piece(null, [{ ...gradient, opacity: 0 }]))).toBeNull();
});
