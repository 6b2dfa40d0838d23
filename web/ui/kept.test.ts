import { FakeStorage } from '../testing/fakeStorage';
import { keptChoice } from './kept';

afterEach(() => Reflect.deleteProperty(globalThis, 'localStorage'));

test('a choice that was kept is there after a reload; until one is made, the first value holds', () => {
  const localStorage = new FakeStorage();
  Object.assign(globalThis, { localStorage });
  for (const first of [true, false]) expect(keptChoice('a', () => first).kept).toBe(first);
  const choice = keptChoice('a', () => true);
  choice.kept = false;
  expect(choice.kept).toBe(false);
  expect(keptChoice('a', () => true).kept).toBe(false);
  expect(keptChoice('b', () => true).kept).toBe(true);
  choice.kept = true;
  expect(keptChoice('a', () => false).kept).toBe(true);
});

test('where nothing can be kept the choice holds for as long as the page is open', () => {
  const choice = keptChoice('a', () => true);
  choice.kept = false;
  expect(choice.kept).toBe(false);
  expect(keptChoice('a', () => true).kept).toBe(true);
});
