import fc from 'fast-check';
import { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import { plainMark } from '../passes/chalk/schema';
import { uncovered } from '../passes/plate/gauge';
import { isWithin, unionOf } from '../pixels/region';
import { applyEdit } from '../piece/edits/edit';
import type { Piece } from '../piece/schema';
import { compile } from '../render/compile';
import { placedBounds } from '../shape/affine';
import { makePieceAt } from '../sizes/pieceAt';
import { presetInPx, sizePresets } from '../sizes/presets';
import { demoMaterials, demoPiece } from '../testing/demoPieces';
import { safePart } from './candidates';
import { cropAt, cropScales } from './crops';
import { evenLines } from './lockings';
import { bestOf, legibleAt, rankSizes } from './propose';

const wanted = (name: string) => {
  const preset = sizePresets.find((one) => one.name === name)!;
  return { id: 'size-1', name, out: [], ...presetInPx(preset) };
};

describe('lines', () => {
  test('are as even as any way to part the words', () => {
    /** Every way to part words into so many lines. */
    const ways = (words: number, count: number): number[][] =>
      count === 1
        ? [[words]]
        : Array.from({ length: words - count + 1 }, (_, i) => i + 1).flatMap((first) =>
            ways(words - first, count - 1).map((rest) => [first, ...rest]),
          );
    const longest = (words: readonly string[], counts: readonly number[]): number => {
      let at = 0;
      return Math.max(...counts.map((count) => words.slice(at, (at += count)).join(' ').length));
    };
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[A-Z]{1,9}$/), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 8 }),
        (words, most) => {
          const count = Math.min(most, words.length);
          const lines = evenLines(words, count);
          expect(lines).toHaveLength(count);
          expect(lines.reduce((sum, one) => sum + one, 0)).toBe(words.length);
          const best = Math.min(...ways(words.length, count).map((one) => longest(words, one)));
          expect(longest(words, lines)).toBe(best);
        },
      ),
    );
  });
});

describe('crops', () => {
  test('leave nothing of the sheet uncovered, whatever they are to show', () => {
    const side = fc.integer({ min: 1, max: 6000 });
    const place = fc.double({ min: -4000, max: 9000, noNaN: true });
    fc.assert(
      fc.property(side, side, side, side, place, place, place, place, (w, h, width, height, x, y, u, v) => {
        const sheet = { width: w, height: h };
        const size = { width, height };
        const covering = { x: -0.1 * w, y: -0.2 * h, width: 1.3 * w, height: 1.2 * h };
        for (const scale of cropScales({ sheet, size, covering })) {
          const crop = cropAt({ sheet, size, covering }, scale, [x, y], [u, v]);
          const plate = {
            scale: crop.scale,
            x: covering.x * crop.scale + crop.x,
            y: covering.y * crop.scale + crop.y,
          };
          const bare = uncovered({ id: 'p', name: 'p', asset: 'a', ...plate }, covering, size);
          expect(bare).toBeLessThan(1e-6);
        }
      }),
    );
  });
});

/** Where the words of a piece stand, px of its sheet. */
function wordsOf(piece: Piece, materials: Materials) {
  const { letterings } = compile(piece, materials);
  return unionOf(
    letterings.flatMap(({ letters }) =>
      letters.letters.map(({ bounds }) => bounds && placedBounds(letters.place, bounds)),
    ),
  )!;
}

describe('what is proposed', () => {
  const piece = demoPiece('woven');
  const evaluator = new Evaluator(2e8);
  let materials: Materials;
  beforeAll(async () => {
    materials = await demoMaterials(piece);
  }, 60_000);

  test.each(['Story', 'Mug wrap', 'Banner', 'Book cover'])(
    'for Woven as a %s keeps words safe and the photograph whole',
    async (name) => {
      const size = wanted(name);
      const { sizes } = await rankSizes(piece, size, materials, evaluator);
      expect(sizes.length).toBeGreaterThanOrEqual(3);
      for (const ranked of sizes) {
        const at = makePieceAt(piece, ranked.size);
        expect(isWithin(wordsOf(at, materials), safePart(size, size.safe))).toBe(true);
        expect(uncovered(at.plates[0], materials.picture('jar'), at.sheet)).toBe(0);
      }
    },
    60_000,
  );

  test('can be read as well as the first sheet, and what cannot comes last', async () => {
    const { sizes } = await rankSizes(piece, wanted('Story'), materials, evaluator);
    const first = await legibleAt(piece, null, materials, evaluator);
    const [best] = sizes;
    const legible = await legibleAt(piece, best.size, materials, evaluator);
    expect(first.left).toBeGreaterThan(0.3);
    expect(legible.left).toBeGreaterThan(first.left - 0.03);
    expect(legible.misread).toBeLessThanOrEqual(first.misread);
    const worse = { ...best, says: 'worse', legible: { ...legible, left: first.left - 0.2 } };
    expect(bestOf(first, [worse, { ...best, legible }]).map(({ says }) => says)).toEqual([best.says, 'worse']);
  }, 180_000);

  test('keep points of the plan are on the sheet and clear of the words', async () => {
    const kept = applyEdit(piece, (draft) => {
      draft.chalk = [plainMark({ id: 'mark-1', kind: 'keep', points: [[260, 500]], radius: 60 })];
    }).piece;
    const { sizes } = await rankSizes(kept, wanted('Story'), materials, evaluator);
    const [{ size }] = sizes;
    const [x, y] = [260 * size.crop.scale + size.crop.x, 500 * size.crop.scale + size.crop.y];
    expect(x > 0 && x < size.width && y > 0 && y < size.height).toBe(true);
    const words = wordsOf(makePieceAt(kept, size), materials);
    expect(x > words.x && x < words.x + words.width && y > words.y && y < words.y + words.height).toBe(false);
  }, 60_000);

  test('words in a long row are brought on fewer lines for a banner; all of them stay', async () => {
    const other = demoPiece('picture-letters');
    const own = await demoMaterials(other);
    const { sizes } = await rankSizes(other, wanted('Banner'), own, evaluator);
    const [best] = sizes;
    const lines = best.size.letterings['lettering-1'].lines!;
    expect(lines.length).toBeLessThan(6);
    const { text } = makePieceAt(other, best.size).letterings[0].words;
    expect(text.replace(/\s+/g, ' ')).toBe(other.letterings[0].words.text.replace(/\s+/g, ' '));
  }, 60_000);

  test('words that lie in a plane go with the photograph alone', async () => {
    const other = demoPiece('down-the-wall');
    const own = await demoMaterials(other);
    const { sizes } = await rankSizes(other, wanted('Square post'), own, evaluator);
    for (const { size } of sizes) expect(size.letterings).toEqual({});
  }, 60_000);

  test('a size that cannot hold the words is told, with how small they would be', async () => {
    const narrow = {
      ...wanted('Story'),
      width: 1,
      height: 60000,
      safe: [0, 0, 0, 0] as [number, number, number, number],
    };
    expect((await rankSizes(piece, narrow, materials, evaluator)).problem).toMatch(
      /1 × 60000 px cannot hold the words: letters would be 0\.\d px high/,
    );
    // Without words it is a crop, and nothing stands in its way.
    const out = piece.letterings.map(({ id }) => id);
    const { sizes } = await rankSizes(piece, { ...narrow, width: 200, height: 20000, out }, materials, evaluator);
    expect(sizes.length).toBeGreaterThan(0);
    expect((await legibleAt(piece, sizes[0].size, materials, evaluator)).contrast).toBeNull();
  }, 60_000);
});
