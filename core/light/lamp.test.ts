import { fallOf, lampSchema, plainLamp, tiltAt } from './lamp';

test.each([
  // Light from the right throws to the left (180), from the top down (90), from the upper left to the lower right (45).
  [0, 180],
  [90, 90],
  [135, 45],
  [180, 0],
  [-90, 270],
])('light from %i degrees falls towards %i', (tilt, angle) => {
  expect(fallOf({ ...plainLamp(), tilt }, [10, 10]).angle).toBeCloseTo(angle, 9);
});

test('a lamp on the sheet throws away from itself, wherever one stands', () => {
  const lamp = { ...plainLamp(), at: [100, 100] as [number, number] };
  expect(tiltAt(lamp, [200, 100])).toBeCloseTo(180, 9);
  expect(tiltAt(lamp, [100, 200])).toBeCloseTo(90, 9);
  expect(fallOf(lamp, [200, 200]).angle).toBeCloseTo(45, 9);
  // Right under the lamp its own direction is as good as any.
  expect(tiltAt(lamp, [100, 100])).toBe(135);
});

test('a lamp at the horizon or behind the scene throws no endless shadow', () => {
  expect(fallOf({ ...plainLamp(), height: 0 }, [0, 0]).height).toBe(5);
  expect(fallOf({ ...plainLamp(), height: -70 }, [0, 0]).height).toBe(70);
});

test('what is no lamp is refused', () => {
  for (const bad of [{ height: 91 }, { tilt: NaN }, { colour: 'red-ish' }, { size: -1 }, { at: [1] }])
    expect(lampSchema.safeParse({ ...plainLamp(), ...bad }).success).toBe(false);
});
