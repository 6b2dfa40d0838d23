import { coverage } from '../shape/coverage';
import { shippedFace } from '../testing/faces';
import { measureFace } from './faceMeasures';
import { strokeWidths } from './strokes';

const region = { x: 0, y: 0, width: 120, height: 120 };
const bar = (x: number, y: number, width: number, height: number): [number, number][] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];

test('a bar is as thick as it is drawn, level, upright or aslant', () => {
  expect(strokeWidths(coverage([bar(10, 40, 100, 12)], region))!.typical).toBe(12);
  expect(strokeWidths(coverage([bar(40, 10, 12, 100)], region))!.typical).toBe(12);
  // A band whose edges run at 45 degrees, 10 * sqrt(2) px apart.
  const band: [number, number][] = [
    [10, 30],
    [30, 10],
    [110, 90],
    [90, 110],
  ];
  expect(Math.abs(strokeWidths(coverage([band], region))!.typical - 20 * Math.SQRT2)).toBeLessThan(1.5);
});

test('the finest detail is told apart from the strokes; no ink, no width', () => {
  const { thin, typical } = strokeWidths(coverage([bar(10, 10, 40, 100), bar(50, 50, 60, 6)], region))!;
  expect(typical).toBe(40);
  expect(thin).toBe(6);
  expect(strokeWidths(coverage([], region))).toBeNull();
});

test('faces are told apart by what they are: heavy, lean, outlined, without counters', () => {
  const [heavy, lean, outlined, stencil, arabic] = [
    'bowlby-one',
    'big-shoulders-display-black',
    'londrina-outline',
    'saira-stencil-one',
    'lalezar',
  ].map((file) => measureFace(shippedFace(file))!);
  expect(heavy.inkShare).toBeGreaterThan(0.6);
  expect(lean.width).toBeLessThan(heavy.width * 0.75);
  expect(outlined.stroke).toBeLessThan(heavy.stroke * 0.3);
  expect(outlined.inkShare).toBeLessThan(0.4);
  // A stencil's bridges open its counters to the outside.
  expect(stencil.counters).toBeLessThan(lean.counters);
  expect(arabic.inkShare).toBeGreaterThan(0.2);
});

test('a face without capitals or other letters to measure is not measured', () => {
  expect(measureFace({ ...shippedFace('alfa-slab-one'), has: (codePoint) => codePoint === 0x49 })).toBeNull();
});
