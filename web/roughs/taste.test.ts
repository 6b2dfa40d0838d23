import { learned, scoreOf, weights } from '../../core/roughs/weights';
import { FakeStorage } from '../testing/fakeStorage';
import { forgetTaste, isLearning, keptTaste, learnFrom, ownTaste } from './taste';

let storage: FakeStorage;
beforeEach(() => Object.assign(globalThis, { localStorage: (storage = new FakeStorage()) }));
afterEach(() => Reflect.deleteProperty(globalThis, 'localStorage'));

const large = { size: 1, calm: 0.2 };
const calm = { size: 0.2, calm: 1 };

test('nothing is learned until somebody wants it', () => {
  learnFrom(large, [calm]);
  expect(storage.values.size).toBe(0);
  isLearning.kept = true;
  learnFrom(large, [calm]);
  // A quarter of the difference of 0.8.
  expect(keptTaste()).toEqual({ size: 0.2, calm: -0.2 });
  expect(ownTaste()).toEqual(keptTaste());
  isLearning.kept = false;
  expect(ownTaste()).toEqual({});
});

test('what was learned can be forgotten; what is damaged is nothing', () => {
  isLearning.kept = true;
  learnFrom(large, [calm]);
  forgetTaste();
  expect(keptTaste()).toEqual({});
  for (const damaged of ['{', 'null', '[3]', '{"size":"much","calm":7,"nonsense":0.5}']) {
    storage.setItem('inky-veil-roughs-taste', damaged);
    expect(keptTaste()).toEqual({});
  }
  isLearning.kept = false;
});

test('after some choices what is liked wins, and a taste never goes farther than e times the table', () => {
  // By the table both weigh 1.8 and 1.6: the larger one wins by little.
  expect(scoreOf(large)).toBeGreaterThan(scoreOf(calm));
  let taste = {};
  for (let choice = 0; choice < 4; choice++) taste = learned(taste, calm, [large]);
  expect(scoreOf(calm, taste)).toBeGreaterThan(scoreOf(large, taste));
  for (let choice = 0; choice < 100; choice++) taste = learned(taste, calm, [large]);
  expect(taste).toEqual({ size: -1, calm: 1 });
  const [size, quiet] = [weights.size.weight / Math.E, weights.calm.weight * Math.E];
  expect(scoreOf(calm, taste)).toBeCloseTo((0.2 * size + quiet) / (size + quiet));
});

test('parts that no other one has tell nothing', () => {
  expect(learned({}, { crossing: 1, calm: 0.5 }, [{ calm: 0.5 }, { size: 1 }])).toEqual({ calm: 0 });
});
