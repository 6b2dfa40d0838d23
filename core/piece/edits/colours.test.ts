import { solidCoat } from '../../coats/schema';
import { plainPanel } from '../../passes/ink/panel/schema';
import { plainOutline, plainOutlines } from '../../passes/outlines/schema';
import { blankLettering, blankPiece } from '../blank';
import type { Piece } from '../schema';
import { coloursOf, placeName, placesOf, recolour } from './colours';
import { applyEdit } from './edit';

/** Clay on the sheet, in the ink and in an outline; charcoal in a panel, once half clear. */
function piece(): Piece {
  const sheet = { width: 400, height: 300, ppi: 300, paint: '#b06040' };
  const lettering = blankLettering('w', 'KILN', 'KILN', sheet);
  return {
    ...blankPiece('test', sheet),
    letterings: [
      {
        ...lettering,
        ink: {
          ...lettering.ink,
          coats: [solidCoat({ colour: 'rgb(176 96 64)' })],
          panel: {
            ...plainPanel({ shape: { kind: 'sheet' }, colour: '#202020' }),
            opening: [solidCoat({ colour: '#20202080' })],
          },
        },
        outlines: {
          ...plainOutlines(),
          list: [plainOutline({ id: 'o', unit: 'px', width: 4, side: 'outside', colour: '#B06040' })],
        },
      },
    ],
    depth: ['w'],
  };
}

test('a colour is met wherever it stands, however it is written; a clear one is another', () => {
  expect(coloursOf(piece())).toEqual(['#b06040', '#202020', '#20202080']);
  expect(placesOf(piece(), '#b06040')).toHaveLength(3);
  expect(placesOf(piece(), '#202020')).toHaveLength(1);
});

test('shared colours are changed once, and nothing else is', () => {
  const before = piece();
  const { piece: after } = applyEdit(before, recolour(placesOf(before, '#b06040'), '#2c6e63'));
  expect(coloursOf(after)).toEqual(['#2c6e63', '#202020', '#20202080']);
  expect(after.sheet.paint).toBe('#2c6e63');
  // Places that are gone by then are passed over.
  expect(() =>
    applyEdit({ ...before, letterings: [] }, recolour(placesOf(before, '#b06040'), '#000000')),
  ).not.toThrow();
});

test('places have names', () => {
  const one = piece();
  expect(
    placesOf(one, '#b06040')
      .map((place) => placeName(one, place))
      .sort(),
  ).toEqual(['KILN', 'outline of KILN', 'the sheet']);
});
