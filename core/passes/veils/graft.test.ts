import { compile } from '../../render/compile';
import { Evaluator } from '../../graph/evaluate';
import { blankPiece } from '../../piece/blank';
import { addGraft, setGraft } from '../../piece/edits/veils';
import { applyEdit } from '../../piece/edits/edit';
import type { Piece } from '../../piece/schema';
import { apply, inverse } from '../../shape/affine';
import { paintedPicture } from '../../testing/pictures';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import type { Materials } from '../../graph/materials';
import { graftPlace } from './graft';
import { firstShadow, plainVeil, tracedCut, type Graft } from './schema';

const ground = [40, 90, 160];
/** A red box with a yellow left half, on blue. */
const picture = paintedPicture(200, 150, (x, y) => {
  if (x < 20 || x >= 60 || y < 30 || y >= 60) return ground as [number, number, number];
  return x < 40 ? [220, 200, 30] : [200, 30, 30];
});
const materials: Materials = {
  picture: () => picture,
  face: () => {
    throw new Error('no faces here');
  },
};
const box = [
  [20, 30],
  [60, 30],
  [60, 60],
  [20, 60],
].map(([x, y]) => ({ x, y, to: 'straight' as const, via: [] }));
const plain: Graft = { pivot: [40, 45], at: [140, 95], scale: 1, turn: 0, flipped: false, shadow: null };

function grafted(graft: Partial<Graft>, change: Partial<Piece> = {}): Piece {
  const piece: Piece = {
    ...blankPiece('graft', { width: 200, height: 150, ppi: 300, paint: '#ffffff' }),
    plates: [{ id: 'plate', name: 'p', asset: 'a', scale: 1, x: 0, y: 0 }],
    veils: [
      plainVeil({
        id: 'veil',
        name: 'v',
        plate: 'plate',
        cuts: [tracedCut([{ closed: true, points: box }])],
        feather: 0,
      }),
    ],
    depth: ['veil'],
    ...change,
  };
  return applyEdit(piece, addGraft('veil', { id: 'copy', name: 'copy', graft: { ...plain, ...graft } })).piece;
}

async function pixelsOf(piece: Piece) {
  const { width, data } = await new Evaluator(1e9).pixels(compile(piece, materials).picture, {
    region: { x: 0, y: 0, width: 200, height: 150 },
    scale: 1,
  });
  return (x: number, y: number): number[] =>
    [...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 3)].map((value) => Math.round(value * 255));
}

test('a graft shows the piece of the plate where it was moved to, and leaves it where it came from', async () => {
  const at = await pixelsOf(grafted({}));
  expect([at(30, 45), at(50, 45)]).toEqual([
    [220, 200, 30],
    [200, 30, 30],
  ]);
  expect([at(130, 95), at(150, 95)]).toEqual([
    [220, 200, 30],
    [200, 30, 30],
  ]);
  expect([at(118, 95), at(162, 95), at(140, 78), at(140, 112)]).toEqual([ground, ground, ground, ground]);
});

test('flipped, left and right change over; turned by 90°, what was left lies above; twice as large, it reaches twice as far', async () => {
  const flipped = await pixelsOf(grafted({ flipped: true }));
  expect([flipped(130, 95), flipped(150, 95)]).toEqual([
    [200, 30, 30],
    [220, 200, 30],
  ]);
  const turned = await pixelsOf(grafted({ turn: 90 }));
  expect([turned(140, 85), turned(140, 105), turned(118, 95), turned(158, 95)]).toEqual([
    [220, 200, 30],
    [200, 30, 30],
    ground,
    ground,
  ]);
  const large = await pixelsOf(grafted({ at: [120, 85], scale: 2 }));
  expect([large(85, 85), large(155, 85), large(100, 58), large(165, 85)]).toEqual([
    [220, 200, 30],
    [200, 30, 30],
    [220, 200, 30],
    ground,
  ]);
});

test('it moves with the plate and is scaled with it', async () => {
  const at = await pixelsOf(
    grafted({}, { plates: [{ id: 'plate', name: 'p', asset: 'a', scale: 0.5, x: 10, y: 20 }] }),
  );
  // (130, 95) of the plate lies at (75, 67.5) of the sheet.
  expect(at(75, 67)).toEqual([220, 200, 30]);
  expect(at(85, 67)).toEqual([200, 30, 30]);
});

test('its soft edge is mixed with the photograph in linear light', async () => {
  const soft = grafted({});
  const piece = applyEdit(soft, (draft) => void (draft.veils[1].feather = 8)).piece;
  const at = await pixelsOf(piece);
  // On the middle of a straight edge the matte is a half.
  const mixed = (front: number, behind: number): number =>
    encodeExact((decodeExact(front / 255) + decodeExact(behind / 255)) / 2) * 255;
  const between = [at(119, 95), at(120, 95)];
  for (const c of [0, 1, 2])
    expect(Math.abs((between[0][c] + between[1][c]) / 2 - mixed([220, 200, 30][c], ground[c]))).toBeLessThan(4);
});

test('it throws a shadow on the photograph, not on itself, and none that reaches the piece that it was copied from', async () => {
  const shadow = { ...firstShadow, lift: 15, height: 45, angle: 0, size: 0, strength: 1, colour: '#000000' };
  const at = await pixelsOf(applyEdit(grafted({}), setGraft('copy', { shadow })).piece);
  expect([at(165, 95), at(172, 95), at(178, 95)]).toEqual([[0, 0, 0], [0, 0, 0], ground]);
  expect([at(150, 95), at(50, 45)]).toEqual([
    [200, 30, 30],
    [200, 30, 30],
  ]);
});

test('what stands nearer than the graft stays before it', async () => {
  const piece = grafted({ at: [60, 45] });
  // The veil that was copied is nearer now: its own red hides the graft's yellow, which would lie there.
  const nearer = applyEdit(piece, (draft) => void (draft.depth = ['copy', 'veil'])).piece;
  expect([(await pixelsOf(piece))(50, 45), (await pixelsOf(nearer))(50, 45)]).toEqual([
    [220, 200, 30],
    [200, 30, 30],
  ]);
  expect((await pixelsOf(nearer))(70, 45)).toEqual([200, 30, 30]);
});

test('on a clear sheet a graft is opaque where its matte is', async () => {
  const piece = grafted({}, { plates: [{ id: 'plate', name: 'p', asset: 'a', scale: 0.4, x: 0, y: 0 }] });
  const clear = {
    ...piece,
    sheet: { ...piece.sheet, paint: null },
    veils: piece.veils.map((veil) =>
      veil.graft ? { ...veil, graft: { ...veil.graft, at: [400, 300] as [number, number] } } : veil,
    ),
  };
  const out = await new Evaluator(1e9).pixels(compile(clear, materials).picture, {
    region: { x: 150, y: 110, width: 20, height: 20 },
    scale: 1,
  });
  expect(
    [...out.data.subarray((10 * 20 + 6) * 4, (10 * 20 + 6) * 4 + 4)].map((value) => Math.round(value * 255)),
  ).toEqual([220, 200, 30, 255]);
  expect(out.data[3]).toBe(0);
});

test('its place can be undone', () => {
  const place = graftPlace({ ...plain, turn: 33, scale: 1.7, flipped: true });
  const [x, y] = apply(inverse(place), apply(place, [12, 34]));
  expect([x, y]).toEqual([expect.closeTo(12, 9), expect.closeTo(34, 9)]);
  expect(apply(place, [40, 45])).toEqual([expect.closeTo(140, 9), expect.closeTo(95, 9)]);
});
