import { drawnLetter, drawnLetters, square } from '../testing/letters';
import { coveringSlip, coveringSlipOf, grownToCover } from './covering';
import { laidPictures } from './laidPictures';
import { pictureCoat, type PictureCoat } from './schema';

const sheet = { width: 900, height: 700 };
const picture = { width: 400, height: 250 };
/** Two letters side by side, one of them further down. */
const letters = drawnLetters([
  drawnLetter(square(0, 0, 100), { start: 0 }),
  drawnLetter(square(160, 40, 120), { start: 1 }),
]);
const coat = (given: Partial<PictureCoat> = {}): PictureCoat => ({ ...pictureCoat({ asset: 'p' }), ...given });

/** How far the picture ends short of what it must cover in a letter, lettering px; 0 where it covers. */
function bare(one: PictureCoat, start: number, of: 'letter' | 'box'): number {
  const laid = laidPictures(one, letters, sheet, () => picture).find(({ letter }) => letter.start === start)!;
  const { x, y, scale } = laid.placement;
  const target = of === 'letter' ? laid.letter.bounds! : laid.box;
  return Math.max(
    0,
    x - target.x,
    y - target.y,
    target.x + target.width - x - picture.width * scale,
    target.y + target.height - y - picture.height * scale,
  );
}

test.each(['word', 'letter'] as const)('a picture that covers the %s stops where it would leave it bare', (span) => {
  for (const scale of [1, 1.5, 4])
    for (const wanted of [
      [3, 3],
      [-3, 0.2],
      [0.1, -5],
    ] as [number, number][]) {
      const one = coat({ span, scale });
      const [x, y] = coveringSlip(one, wanted, [picture], letters, sheet);
      const slipped = { ...one, x, y };
      for (const start of [0, 1]) expect(bare(slipped, start, 'box')).toBeLessThan(1e-9);
      // It goes as far as it can: a little further would leave something bare.
      const further = { ...slipped, x: x + Math.sign(wanted[0] - x) * 1e-4, y: y + Math.sign(wanted[1] - y) * 1e-4 };
      expect(Math.max(bare(further, 0, 'box'), bare(further, 1, 'box'))).toBeGreaterThan(0);
    }
});

test('what covers already is slipped as is wanted; so is what need not cover', () => {
  const one = coat({ scale: 3 });
  expect(coveringSlip(one, [0.3, -0.2], [picture], letters, sheet)).toEqual([0.3, -0.2]);
  for (const fit of ['contain', 'free'] as const)
    expect(coveringSlip(coat({ fit }), [7, 8], [picture], letters, sheet)).toEqual([7, 8]);
});

test('a letter that is slipped by itself must be covered itself, not the whole word', () => {
  const one = coat();
  const [x, y] = coveringSlipOf(one, 0, [-9, -9], [picture], letters, sheet);
  const slipped = { ...one, slips: [{ at: 0, x, y, scale: 1 }] };
  expect(bare(slipped, 0, 'letter')).toBeLessThan(1e-9);
  // Its box is the left part of the word: the picture may go as far left as that allows, which bares the rest.
  expect(bare({ ...one, x, y }, 1, 'box')).toBeGreaterThan(10);
  // Slipping all letters afterwards minds both.
  const [all] = coveringSlip(slipped, [-9, 0], [picture], letters, sheet);
  expect(bare({ ...slipped, x: all, y: 0 }, 0, 'letter')).toBeLessThan(1e-9);
  expect(bare({ ...slipped, x: all, y: 0 }, 1, 'box')).toBeLessThan(1e-9);
});

test('where it may grow it becomes just as large as it must to be slipped so far', () => {
  const one = coat();
  for (const wanted of [
    [0.2, 0],
    [-0.4, 0.3],
  ] as [number, number][]) {
    const scale = grownToCover(one, wanted, [picture], letters, sheet);
    const [x, y] = wanted;
    for (const start of [0, 1]) expect(bare({ ...one, x, y, scale }, start, 'box')).toBeLessThan(1e-6);
    expect(
      Math.max(...[0, 1].map((start) => bare({ ...one, x, y, scale: scale * 0.999 }, start, 'box'))),
    ).toBeGreaterThan(0);
  }
  expect(grownToCover(coat({ scale: 3 }), [0.1, 0.1], [picture], letters, sheet)).toBe(3);
});

test('on the sheet it covers the sheet', () => {
  const one = coat({ held: 'sheet', scale: 1.2 });
  const [x, y] = coveringSlip(one, [1, 1], [picture], null, sheet);
  const size = Math.max(sheet.width / picture.width, sheet.height / picture.height) * 1.2;
  expect(x * sheet.width).toBeCloseTo((picture.width * size - sheet.width) / 2, 9);
  expect(y * sheet.height).toBeCloseTo((picture.height * size - sheet.height) / 2, 9);
});
