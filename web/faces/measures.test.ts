import type { StoredFace } from '../api/faces';
import { sorted } from './measures';

const face = (name: string, inkShare: number | null, width = 1): StoredFace =>
  ({
    name,
    sha256: name,
    facts: { measures: inkShare === null ? null : { inkShare, width, stroke: 0.3, finest: 0.1, counters: 0.1 } },
  }) as unknown as StoredFace;
const names = (faces: StoredFace[]): string[] => faces.map(({ name }) => name);

test('faces are sorted by what is looked for first; what could not be measured comes last', () => {
  const faces = [face('lean', 0.5, 0.6), face('none', null), face('heavy', 0.8, 1.2), face('broad', 0.6, 1.5)];
  expect(names(sorted(faces, 'inkShare'))).toEqual(['heavy', 'broad', 'lean', 'none']);
  expect(names(sorted(faces, 'width'))).toEqual(['lean', 'heavy', 'broad', 'none']);
  expect(names(sorted(faces, 'name'))).toEqual(['broad', 'heavy', 'lean', 'none']);
  expect(names(faces)).toEqual(['lean', 'none', 'heavy', 'broad']);
});

test('what is equal by measure goes by name', () => {
  expect(names(sorted([face('b', 0.5), face('a', 0.5)], 'stroke'))).toEqual(['a', 'b']);
});
