import type { RunRow } from '../api/runs';
import { countsOf, isSeen, stateOf, worstOf } from './says';
import { addStep, afterEdits, approveStep, cellStep, removeStep, type TableStep } from './tableHistory';

const row = (id: number, change: Partial<RunRow> = {}): RunRow => ({
  id,
  cells: { Name: `N${id}` },
  approved: false,
  flags: [],
  weight: 0,
  solvedFor: 'x',
  isFresh: true,
  file: null,
  byHand: false,
  ...change,
});
const flag = (weight: 'stop' | 'look' | 'note', says: string) => ({ weight, about: '', slot: null, says });

describe('changes of the table', () => {
  const rows = [row(1), row(2), row(5)];
  const plain = (all: readonly RunRow[]) => all.map(({ id, cells, approved }) => ({ id, cells, approved }));
  const steps: [string, TableStep][] = [
    ['a value', cellStep(rows[1], 'Name', 'Ada')!],
    ['a value in a column that was empty', cellStep(rows[1], 'Stall', '7')!],
    ['a new row', addStep(rows)],
    ['a row less', removeStep([rows[0], rows[2]])],
    ['an approval', approveStep(rows, true)],
  ];
  test.each(steps)('%s is made and taken back', (_, { edits, inverse }) => {
    const after = afterEdits(rows, edits);
    expect(plain(after)).not.toEqual(plain(rows));
    const back = plain(afterEdits(after, inverse)).map(({ cells, ...rest }) => ({
      ...rest,
      cells: Object.fromEntries(Object.entries(cells).filter(([, value]) => value !== '')),
    }));
    expect(back).toEqual(plain(rows));
  });

  test('a row that is changed is looked at again, and comes back at its place', () => {
    const [, changed] = afterEdits(
      afterEdits(rows, approveStep(rows, true).edits),
      cellStep(rows[1], 'Name', 'x')!.edits,
    );
    expect(changed).toMatchObject({ approved: false, isFresh: false });
    const { edits, inverse } = removeStep([rows[1]]);
    expect(afterEdits(afterEdits(rows, edits), inverse).map(({ id }) => id)).toEqual([1, 2, 5]);
    expect(afterEdits(rows, addStep(rows).edits).at(-1)!.id).toBe(6);
    expect(afterEdits([], addStep([]).edits)).toHaveLength(1);
  });

  test('what says the same is no change', () => {
    expect(cellStep(rows[0], 'Name', 'N1')).toBeNull();
    expect(cellStep(rows[0], 'Other', '')).toBeNull();
  });
});

test('a row is told by the worst of it', () => {
  expect(worstOf(row(1, { flags: [flag('note', 'a'), flag('stop', 'b'), flag('look', 'c')] }))!.says).toBe('b');
  expect(worstOf(row(1))).toBeNull();
  expect(stateOf(row(1))).toBe('clean');
  expect(stateOf(row(1, { flags: [flag('note', '')] }))).toBe('clean');
  expect(stateOf(row(1, { flags: [flag('look', '')] }))).toBe('look');
  expect(stateOf(row(1, { flags: [flag('stop', '')], isFresh: false }))).toBe('waiting');
});

test('rows are counted, and seen by what there is to do', () => {
  const rows = [row(1), row(2, { flags: [flag('look', '')] }), row(3, { approved: true }), row(4, { isFresh: false })];
  expect(countsOf(rows)).toBe('4 rows, 1 waiting, 1 to look at, 1 approved');
  expect(countsOf([])).toBe('No rows yet');
  expect(countsOf([row(1)])).toBe('1 row, 0 to look at, 0 approved');
  const seen = (sight: Parameters<typeof isSeen>[1]) => rows.filter((one) => isSeen(one, sight)).map(({ id }) => id);
  expect(seen('open')).toEqual([2]);
  expect(seen('clean')).toEqual([1, 3]);
  expect(seen('approved')).toEqual([3]);
  expect(seen('all')).toHaveLength(4);
});
