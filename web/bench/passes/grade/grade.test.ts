import { expect, test } from '@jest/globals';
import type { Histogram, MeasuredTones } from '../../../../core/passes/grade/measure';
import { plainGrade, plainTone, type Grade, type GradeReach } from '../../../../core/passes/grade/schema';
import { blankPiece } from '../../../../core/piece/blank';
import { applyEdit } from '../../../../core/piece/edits/edit';
import { addGrade, clearGrade, setGradeReach } from '../../../../core/piece/edits/grades';
import { gradesFor } from './gradesFor';
import { changesOf, gradeParts, isSet, partNames } from './parts';
import { moved, straight, withPoint } from '../../charts/curvePoints';
import { countsOf, tonesOfReach } from './tones';
import { warning } from './warning';

const sheet = { width: 9, height: 9, ppi: 72, paint: null };
const grade = (change: Partial<Grade> = {}, reach: Partial<GradeReach> = {}): Grade => ({
  ...plainGrade('g', { lettering: 'w', area: 'inside', on: { kind: 'all' } }),
  ...change,
  reach: { lettering: 'w', area: 'inside', on: { kind: 'all' }, soft: 0, ...reach },
});

test('every field of a grade belongs to one part that can be added, said and taken away', () => {
  const fields = partNames.flatMap((name) => [...gradeParts[name].fields]);
  const owned = ['id', 'name', 'shown', 'reach', 'strength'];
  expect([...fields].sort()).toEqual(
    Object.keys(plainTone)
      .filter((field) => !owned.includes(field))
      .sort(),
  );
  for (const name of partNames.filter((one) => one !== 'match')) {
    const set = { ...grade(), ...gradeParts[name].first(1800) };
    // Levels and black and white begin as what changes nothing, and are there all the same.
    expect(isSet(set, name)).toBe(true);
    expect(partNames.filter((one) => isSet(set, one))).toEqual([name]);
    expect(changesOf(set)).toBe(gradeParts[name].says(set));
    const piece = applyEdit(blankPiece('p', sheet), addGrade(set)).piece;
    const cleared = applyEdit(piece, clearGrade('g', gradeParts[name].fields)).piece.grades[0];
    expect(changesOf(cleared)).toBe('as it is');
  }
});

test('a reach that letters do not tell names none, and one that they tell names one', () => {
  const start = applyEdit(blankPiece('p', sheet), addGrade(grade())).piece;
  const everything = applyEdit(start, setGradeReach('g', { area: 'everything' }, 'w')).piece;
  expect(everything.grades[0].reach).toMatchObject({ lettering: null, area: 'everything' });
  const back = applyEdit(everything, setGradeReach('g', { area: 'outside' }, 'other')).piece;
  expect(back.grades[0].reach.lettering).toBe('other');
  const veiled = applyEdit(back, setGradeReach('g', { on: { kind: 'veil', veil: 'v' } }, 'w')).piece;
  expect(applyEdit(veiled, setGradeReach('g', { area: 'letters' }, 'w')).piece.grades[0].reach.on).toEqual({
    kind: 'all',
  });
});

test('the list shows what concerns the chosen lettering or none, the last one first, with its place among all', () => {
  const grades = [
    grade({ id: 'a' }),
    grade({ id: 'b' }, { lettering: 'other' }),
    grade({ id: 'c' }, { lettering: null, area: 'everything' }),
  ];
  expect(gradesFor({ grades }, 'w').map(({ grade: { id }, index }) => [id, index])).toEqual([
    ['c', 2],
    ['a', 0],
  ]);
  expect(gradesFor({ grades }, null).map(({ index }) => index)).toEqual([2]);
});

test('points of a curve stay in their order while they are dragged; a further one lies on the curve, in the widest gap', () => {
  const points: [number, number][] = [
    [0, 0],
    [0.5, 0.4],
    [0.6, 0.7],
    [1, 1],
  ];
  expect(moved(points, 1, 0.9, 0.2)[1]).toEqual([0.6 - 1 / 255, 0.2]);
  expect(moved(points, 0, -3, 0.1)[0]).toEqual([0, 0.1]);
  expect(withPoint(straight)).toEqual([
    [0, 0],
    [0.5, 0.5],
    [1, 1],
  ]);
  expect(withPoint(points)[1][0]).toBe(0.25);
});

const histogram = (clippedDark: number, clippedLight: number): Histogram => ({
  red: [0.5, 0.5],
  green: [1, 0],
  blue: [0, 1],
  clippedDark,
  clippedLight,
});

test('a histogram of all channels is their mean, and no histogram is no column', () => {
  expect(countsOf(histogram(0, 0), 'all')).toEqual([0.5, 0.5]);
  expect(countsOf(histogram(0, 0), 'green')).toEqual([1, 0]);
  expect(countsOf(null, 'all')).toEqual([]);
});

test('it is told when grading takes the drawing from more than a hundredth of the picture', () => {
  const measured = (before: Histogram, after: Histogram) => ({
    measures: { grade: { before, after, letterings: [], veils: [], plates: [] } } as never,
    piece: { ...blankPiece('p', sheet), grades: [grade()] },
  });
  expect(warning(measured(histogram(0, 0.2), histogram(0, 0.205)))).toBeNull();
  expect(warning(measured(histogram(0, 0.2), histogram(0, 0.25)))).toMatch(/burns out 5\.0 %/);
  expect(warning(measured(histogram(0.1, 0), histogram(0.3, 0)))).toMatch(/blocks 20\.0 %/);
  const bare = measured(histogram(0, 0), histogram(0.5, 0));
  expect(warning({ ...bare, piece: { ...bare.piece, grades: [] } })).toBeNull();
});

test('a match is offered for letters, a veil and a photograph, and for nothing that has no around', () => {
  const tones = (id: string): MeasuredTones => ({ id, own: null, around: null, darks: null, lights: null });
  const measured = { letterings: [tones('w')], veils: [tones('v')], plates: [tones('p')] };
  const of = (area: GradeReach['area'], on: GradeReach['on'] = { kind: 'all' }) =>
    tonesOfReach({ lettering: 'w', area, on, soft: 0 }, measured)?.id ?? null;
  expect([
    of('letters'),
    of('photograph', { kind: 'veil', veil: 'v' }),
    of('photograph', { kind: 'plate', plate: 'p' }),
    of('photograph', { kind: 'behind', veil: 'v' }),
    of('everything'),
    of('inside'),
  ]).toEqual(['w', 'v', 'p', null, null, null]);
});
