import { plainVeil } from '../../core/passes/veils/schema';
import { blankLettering, blankPiece } from '../../core/piece/blank';
import type { Piece } from '../../core/piece/schema';
import { benchReducer, drafted, edited, handed, left, looked, opened, queued, role, saving, tried } from './benchState';

const sheet = { width: 400, height: 300, ppi: 300, paint: null };
const words = (id: string) => blankLettering(id, id, 'RAKU', sheet);
const piece = (change: Partial<Piece> = {}): Piece => ({ ...blankPiece('p', sheet), ...change });
const two = piece({
  letterings: [words('a'), words('b')],
  veils: [plainVeil({ id: 'v', name: 'v', plate: 'p' }), plainVeil({ id: 'w', name: 'w', plate: 'p' })],
  depth: ['a', 'b', 'v', 'w'],
});
const openedWith = (shown: Piece, history: string[] = [], historyAt = history.length, id = 'p') =>
  opened({ id, piece: shown, history, historyAt, savedAt: 7 });
const after = (...actions: Parameters<typeof benchReducer>[1][]) =>
  actions.reduce<ReturnType<typeof benchReducer>>(benchReducer, benchReducer(undefined, { type: 'start' }));

test('opened, the first lettering and the last veil are chosen', () => {
  expect(after(openedWith(two))).toMatchObject({
    lettering: 'a',
    veil: 'w',
    plate: null,
    saving: { state: 'saved', at: 7 },
  });
});

test('a choice stays on what is there; where that is gone, another is chosen', () => {
  const chosen = after(openedWith(two), looked({ lettering: 'b', veil: 'v' }));
  const without = { ...two, letterings: [two.letterings[0]], veils: [two.veils[1]] };
  expect(benchReducer(chosen, edited({ piece: two, label: 'x' }))).toMatchObject({ lettering: 'b', veil: 'v' });
  expect(benchReducer(chosen, edited({ piece: without, label: 'x' }))).toMatchObject({ lettering: 'a', veil: 'w' });
  expect(benchReducer(chosen, edited({ piece: piece(), label: 'x' }))).toMatchObject({ lettering: null, veil: null });
});

test('an edit ends drafts and trials, and drops what could be redone', () => {
  const state = after(
    openedWith(two, ['one', 'two', 'three'], 1),
    drafted({ draft: piece(), dragging: true }),
    tried(piece()),
    edited({ piece: two, label: 'another' }),
  );
  expect(state).toMatchObject({ draft: null, tried: null, dragging: false, history: ['one', 'another'], historyAt: 2 });
});

test('another piece begins with nothing in the hand; the same one, opened again, keeps it', () => {
  const working = [openedWith(two), handed({ pass: 'ink', change: { lens: 40 } }), looked({ gaugesFolded: true })];
  expect(after(...working, openedWith(piece()))).toMatchObject({ hands: { ink: { lens: 40 } }, gaugesFolded: true });
  expect(after(...working, openedWith(piece(), [], 0, 'q'))).toMatchObject({ id: 'q', hands: {}, gaugesFolded: false });
});

test('who works on a piece may be told before the piece has come, and stays', () => {
  expect(after(role('watching'), openedWith(two)).role).toBe('watching');
});

test('each hand keeps its own settings, and what is not changed stays', () => {
  const state = after(
    handed({ pass: 'veils', change: { radius: 8 } }),
    handed({ pass: 'veils', change: { side: 'behind' } }),
    handed({ pass: 'ink', change: { lens: 3 } }),
  );
  expect(state.hands).toEqual({ veils: { radius: 8, side: 'behind' }, ink: { lens: 3 } });
});

test('choosing another lettering lets the selection go; the same selection again is no change', () => {
  const selected = after(openedWith(two), looked({ selection: [1, 3] }));
  const same = benchReducer(selected, looked({ selection: [1, 3] }));
  expect(same.selection).toBe(selected.selection);
  expect(benchReducer(selected, looked({ lettering: 'a' })).selection).toEqual([1, 3]);
  expect(benchReducer(selected, looked({ lettering: 'b' })).selection).toBeNull();
});

test('the revision counts what may be seen on the sheet, and nothing else', () => {
  let state = after(openedWith(two));
  const counts = (action: Parameters<typeof benchReducer>[1]): number => {
    const before = state.revision;
    state = benchReducer(state, action);
    return state.revision - before;
  };
  expect(counts(drafted({ draft: piece(), dragging: true }))).toBe(1);
  expect(counts(edited({ piece: two, label: 'x' }))).toBe(1);
  expect(counts(looked({ before: true }))).toBe(1);
  expect(counts(looked({ without: 'v' }))).toBe(1);
  expect(counts(handed({ pass: 'veils', change: { look: 'black' } }))).toBe(1);
  expect(counts(saving({ state: 'saving' }))).toBe(0);
  expect(counts(looked({ problem: 'something', gaugesFolded: true }))).toBe(0);
  expect(counts(queued(1))).toBe(0);
  expect(counts({ type: 'of somebody else' })).toBe(0);
});

test('left, the bench is empty; what is still being solved is still counted', () => {
  const state = after(openedWith(two), queued(1), queued(1), queued(-1), left());
  expect(state).toMatchObject({ id: null, piece: null, queued: 1 });
  expect(state.revision).toBeGreaterThan(0);
});
