import { fromDial, onDial } from './lamp';

test.each([
  [0, 0],
  [90, 30],
  [135, 60],
  [222.5, 12],
])('the dial shows %f degrees at %f high, and gives them back', (tilt, height) => {
  const found = fromDial(onDial({ tilt, height }), false);
  expect(found.tilt).toBeCloseTo(tilt, 1);
  expect(found.height).toBeCloseTo(height, 1);
});

test('from the viewer is the middle, level is the rim, and what is pulled beyond stays level', () => {
  expect(Math.hypot(...onDial({ tilt: 30, height: 90 }))).toBeCloseTo(0, 9);
  expect(Math.hypot(...onDial({ tilt: 30, height: 0 }))).toBeCloseTo(1, 9);
  expect(fromDial([3, 0], false)).toEqual({ tilt: 0, height: 0 });
  expect(fromDial([0, -0.5], true).height).toBeCloseTo(-60, 1);
});
