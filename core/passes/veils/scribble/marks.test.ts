import { distanceToSegment } from '../../../shape/simplify';
import { drawMarks, pixelsUnder, type Mark } from './marks';

const grid = { x: 0, y: 0, width: 60, height: 50 };

test('a stroke marks the px whose centres lie within its radius', () => {
  for (const points of [
    [
      [10, 10],
      [45, 38],
    ],
    [
      [30, 5],
      [30, 44],
    ],
    [
      [5, 25],
      [55, 25],
    ],
    [[20, 20]],
    [
      [-30, 10],
      [80, 60],
    ],
  ] as [number, number][][]) {
    const drawn = drawMarks([{ side: 'front', radius: 6, points }], 1, grid);
    for (let i = 0; i < drawn.length; i++) {
      const away = distanceToSegment([(i % 60) + 0.5, Math.floor(i / 60) + 0.5], points[0], points[1] ?? points[0]);
      if (Math.abs(away - 6) > 1e-6) expect(drawn[i]).toBe(away < 6 ? 1 : 0);
    }
  }
});

test('where strokes cover each other the later one counts; a coarser grid shrinks them', () => {
  const marks: Mark[] = [
    { side: 'front', radius: 8, points: [[20, 20]] },
    { side: 'behind', radius: 3, points: [[20, 20]] },
  ];
  const drawn = drawMarks(marks, 1, grid);
  expect([drawn[20 * 60 + 20], drawn[20 * 60 + 26], drawn[20 * 60 + 40]]).toEqual([2, 1, 0]);
  const coarse = drawMarks(marks, 4, { x: 0, y: 0, width: 15, height: 12 });
  expect(coarse.filter((mark) => mark !== 0).length).toBeLessThan(20);
  expect(pixelsUnder(marks, 'front', 1, grid, drawn).every((i) => drawn[i] === 1)).toBe(true);
});
