import fc from 'fast-check';
import { layContactSheet, papers, type ContactEntry, type Paper } from './contactSheet';

const order = { title: 'Woven', date: '29 November 2026', paper: 'a4' as Paper, remarks: 2 };
const entry = (aspect: number, caption = 'A'): ContactEntry => ({ caption, note: '', aspect });

test('three pictures stand on one page, as large as they can be, numbered, with room for remarks', () => {
  const [page, ...more] = layContactSheet([entry(1.5, 'First'), entry(1.5), entry(1.5)], order);
  expect(more).toEqual([]);
  expect(page.pictures).toHaveLength(3);
  expect(page.texts.map(({ text }) => text)).toEqual(['Woven', '29 November 2026', '1  First', '2  A', '3  A']);
  expect(page.rules).toHaveLength(6);
  // Across the whole page three would not fit below each other: 182 mm wide is 121 high.
  for (const { box } of page.pictures) expect(box.width).toBeGreaterThan(70);
});

test('nothing lies over anything else or off the paper, each keeps its shape, and none is left out', () => {
  const some = fc.array(fc.double({ min: 0.1, max: 8, noNaN: true }), { minLength: 1, maxLength: 40 });
  fc.assert(
    fc.property(
      some,
      fc.constantFrom<Paper>('a4', 'a4Across', 'letter'),
      fc.integer({ min: 0, max: 4 }),
      (aspects, paper, remarks) => {
        const pages = layContactSheet(
          aspects.map((aspect) => entry(aspect)),
          { ...order, paper, remarks },
        );
        const { width, height } = papers[paper];
        expect(pages.flatMap(({ pictures }) => pictures.map((one) => one.entry))).toEqual(aspects.map((_, i) => i));
        for (const { pictures, rules } of pages) {
          for (const { entry: number, box } of pictures) {
            expect(box.width / box.height).toBeCloseTo(aspects[number], 6);
            expect(box.width).toBeGreaterThan(0);
            expect(box.x >= 0 && box.y >= 0 && box.x + box.width <= width && box.y + box.height <= height).toBe(true);
          }
          for (const { y } of rules) expect(y).toBeLessThan(height);
          pictures.forEach(({ box: a }, i) =>
            pictures.slice(i + 1).forEach(({ box: b }) => {
              const apart =
                a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
              expect(apart).toBe(true);
            }),
          );
        }
      },
    ),
    { numRuns: 200, seed: 6 },
  );
});

test('several pages are numbered', () => {
  const pages = layContactSheet(
    Array.from({ length: 40 }, () => entry(1)),
    order,
  );
  expect(pages.length).toBeGreaterThan(1);
  expect(pages[0].texts.map(({ text }) => text)).toContain(`1 of ${pages.length}`);
});
