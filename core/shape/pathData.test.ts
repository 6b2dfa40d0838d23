import { flatten } from './path';
import { isPathData, longestPathData } from './pathData';
import { shapePath, shapeSchema } from './shapes';
import { parseSvgPath } from './svgPath';

test.each([
  'M0 0L1 0 1 1z',
  ' m1,2 3-4.5.5,6 h5v-6 ',
  'M0 0a5 5 0 1010 0A5,5,0,0,1,0,0z',
  'M0 0C1 2 3 4 5 6 7 8 9 10 11 12S1 2 3 4',
  'M1e3 -2.5E-3Q4 5 6 7T8 9Z',
])('"%s" is path data', (data) => expect(isPathData(data)).toBe(true));

test.each([
  '',
  'M0 0',
  'L0 0 1 1 2 2',
  'M0 0L1',
  'M0 0C1 2 3 4 5',
  'M0 0L1 1 z 2 2',
  'M0 0L1e8 0 1 1',
  'M0 0L1e999 0 5 5',
  'M0 0L NaN 0 5 5',
  'M0 0L1 1 <b>',
  'M0 0A5 5 0 2 0 10 0',
  `M0 0${'L1 1'.repeat(longestPathData / 4)}`,
])('%#: what cannot be read or drawn is none', (data) => expect(isPathData(data)).toBe(false));

test('an outline made to hang a program is refused at once, in a schema and in the reader', () => {
  const started = performance.now();
  for (const data of ['M0 0C1e16 0 1e16 1e16 0 1e16z', 'M0 0Q1e300 1e300 0 9z', `M${'9'.repeat(300)} 0L1 1 2 2`]) {
    expect(shapeSchema.safeParse({ kind: 'path', data }).success).toBe(false);
    expect(parseSvgPath(data)).toBeNull();
  }
  // Nested repetitions of the grammar do not make the reader slow.
  expect(isPathData(`M0 0${' '.repeat(150000)}x`)).toBe(false);
  expect(isPathData(`M0 0L${'1'.repeat(190000)}x 1`)).toBe(false);
  expect(performance.now() - started).toBeLessThan(1000);
});

test('curves become a bounded number of lines, however wide they are drawn', () => {
  const wide = shapePath({ kind: 'path', data: 'M0 0C9e6 0 9e6 9e6 0 9e6z' }, 1e9);
  expect(flatten(wide)[0].length).toBeLessThan(5000);
  const many = Array.from({ length: 4000 }, (_, i) => `C9e6 ${i} 9e6 9e6 ${i} 9e6`).join('');
  const points = flatten(parseSvgPath(`M0 0${many}z`)!).reduce((sum, polygon) => sum + polygon.length, 0);
  expect(points).toBeLessThan(2.1e6);
});
