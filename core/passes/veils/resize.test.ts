import { Evaluator } from '../../graph/evaluate';
import { compile } from '../../render/compile';
import { blankPiece } from '../../piece/blank';
import { applyEdit } from '../../piece/edits/edit';
import { replacePlate } from '../../piece/edits/items';
import type { Piece } from '../../piece/schema';
import { paintedPicture, pictureOf } from '../../testing/pictures';
import { firstShadow, plainStroke, plainVeil, tracedCut } from './schema';

const small = paintedPicture(120, 90, (x, y) => [x * 2, y * 2, 90]);
const large = paintedPicture(
  360,
  270,
  (x, y) => [(x * 2) / 3, (y * 2) / 3, 90].map(Math.round) as [number, number, number],
);
const matte = pictureOf('matte', {
  width: 120,
  height: 90,
  channels: 1,
  bytes: Uint8Array.from({ length: 120 * 90 }, (_, i) => (i % 120 < 20 ? 255 : 0)),
});
const sha = (digit: string): string => digit.repeat(64);

const piece: Piece = {
  ...blankPiece('exchange', { width: 120, height: 90, ppi: 300, paint: '#ffffff' }),
  assets: {
    small: { kind: 'plate', name: 'small', sha256: sha('1') },
    matte: { kind: 'matte', name: 'm', sha256: sha('2') },
  },
  plates: [{ id: 'plate', name: 'small', asset: 'small', scale: 1, x: 0, y: 0 }],
  veils: [
    plainVeil({
      id: 'veil',
      name: 'v',
      plate: 'plate',
      feather: 2,
      cuts: [
        tracedCut([
          {
            closed: true,
            points: [
              [40, 20],
              [90, 25],
              [80, 70],
            ].map(([x, y]) => ({ x, y, to: 'edge' as const, via: [[x + 3, y + 2] as [number, number]] })),
          },
        ]),
        { kind: 'picture', operation: 'add', matte: 'matte' },
      ],
      strokes: [
        plainStroke({
          side: 'behind',
          radius: 6,
          softness: 0.5,
          points: [
            [60, 30],
            [70, 50],
          ],
        }),
      ],
      softness: {
        profile: [
          [40, 20, 2],
          [80, 70, 4],
        ],
        factor: 1,
      },
      shadow: firstShadow,
    }),
  ],
  depth: ['veil'],
};

test('a veil carried over to the same photograph at another size cuts the same on the sheet', async () => {
  const after = applyEdit(
    piece,
    replacePlate('plate', { kind: 'plate', name: 'large', sha256: sha('3') }, { before: 120, after: 360 }, true),
  ).piece;
  expect(after.plates[0].scale).toBeCloseTo(1 / 3, 9);
  expect(
    Object.values(after.assets)
      .map(({ name }) => name)
      .sort(),
  ).toEqual(['large', 'm']);
  const matteOf = async (one: Piece) => {
    const materials = {
      picture: (key: string) => ({ matte, small })[key] ?? large,
      face: () => {
        throw new Error('no faces here');
      },
    };
    return (
      await new Evaluator(1e9).pixels(compile(one, materials).mattes.get('veil')!, {
        region: { x: 0, y: 0, width: 120, height: 90 },
        scale: 1,
      })
    ).data;
  };
  const [before, now] = await Promise.all([matteOf(piece), matteOf(after)]);
  for (let i = 0; i < before.length; i++) expect(Math.abs(before[i] - now[i])).toBeLessThan(0.02);
});

test('where they are not carried over, the veils go with the photograph', () => {
  const after = applyEdit(
    piece,
    replacePlate('plate', { kind: 'plate', name: 'other', sha256: sha('4') }, { before: 120, after: 100 }, false),
  ).piece;
  expect([after.veils, after.depth, Object.keys(after.assets)]).toEqual([[], [], ['plate-444444444444']]);
  expect(after.plates[0].scale).toBeCloseTo(1.2, 9);
});
