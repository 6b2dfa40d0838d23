import { plainMark } from '../../../../core/passes/chalk/schema';
import { shownLabels } from './labels';

const note = (id: string, x: number, y: number, text: string) =>
  plainMark({ id, kind: 'note', points: [[x, y]], text });
const asItIs = ([x, y]: readonly [number, number]): [number, number] => [x, y];

test('labels beside each other are cut where the next one begins; alone and on other rows they are whole', () => {
  const shown = shownLabels(
    [
      note('a', 0, 0, 'a rather long note'),
      note('b', 100, 4, 'short'),
      note('c', 50, 90, 'a rather long note'),
      note('d', 8, 0, 'near'),
    ],
    asItIs,
  );
  expect(shown.get('b')).toBe('short');
  expect(shown.get('c')).toBe('a rather long note');
  // Even with no room something is there to be seen.
  expect(shown.get('a')).toBe('a…');
  const left = shown.get('d')!;
  expect(left).toBe('near');
  const apart = shownLabels([note('a', 0, 0, 'a rather long note'), note('b', 100, 4, 'short')], asItIs);
  // 78 px to the next mark: nine letters of 8.4 px.
  expect(apart.get('a')).toBe('a rather…');
});

test('fifty notes in a row all show something, and none lies on its neighbour', () => {
  const notes = Array.from({ length: 50 }, (_, i) => note(`n${i}`, i * 60, 0, `Note number ${i} says something`));
  const shown = shownLabels(notes, asItIs);
  for (const [i, { id }] of notes.entries()) {
    const text = shown.get(id)!;
    expect(text.length).toBeGreaterThan(0);
    if (i < 49) expect(10 + text.length * 8.4).toBeLessThanOrEqual(60);
  }
});
