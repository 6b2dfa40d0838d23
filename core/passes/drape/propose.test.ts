import type { Place } from './place';
import { proposeDrape, strengths } from './propose';

const place = (change: Partial<Place>): Place => ({
  folds: 0.1,
  texture: 0.05,
  foldSize: 200,
  coloured: 0,
  lightness: [],
  ...change,
});
const light = { tilt: 160, height: 25, confidence: 0.8 };

test('folds: the letters lie along the relief of the photograph’s light and are lit by it', () => {
  const { drape, because } = proposeDrape({ place: place({ folds: 0.6 }), light, longer: 1800 });
  expect(drape.displacement).toMatchObject({ map: { from: 'relief', light: { tilt: 160, height: 25 } }, length: 1 });
  expect(drape.bite).toMatchObject({ as: 'paint', strength: 1 });
  expect(because).toMatch(/folds/);
});

test('folds, but no sure light: nothing is moved, and it says why', () => {
  for (const unsure of [null, { ...light, confidence: 0.02 }]) {
    const { drape, because } = proposeDrape({ place: place({ folds: 0.6 }), light: unsure, longer: 1800 });
    expect(drape.displacement).toBeNull();
    expect(drape.bite).not.toBeNull();
    expect(because).toMatch(/nothing tells/);
  }
});

test('several colours are kept out; an even wall only lights the ink', () => {
  expect(proposeDrape({ place: place({ coloured: 0.3, folds: 0.6 }), light, longer: 1800 }).drape).toMatchObject({
    displacement: null,
    bite: { keptOut: 1 },
  });
  expect(proposeDrape({ place: place({}), light, longer: 1800 }).drape).toMatchObject({
    displacement: null,
    bite: { keptOut: 0, shading: 1 },
  });
});

test('where one surface ends and another begins the words keep their own light', () => {
  const { drape, because } = proposeDrape({ place: place({ folds: 0.25 }), light, longer: 1800 });
  expect(drape).toEqual({ displacement: null, bite: null });
  expect(because).toMatch(/More than one surface/);
});

test('three strengths, the stronger the further', () => {
  const [half, full, strong] = strengths.map(
    (one) => proposeDrape({ place: place({ folds: 0.6 }), light, longer: 1800 }, one).drape.displacement!.view,
  );
  expect(half).toBeLessThan(full);
  expect(full).toBeLessThan(strong);
});
