import { beforeEach, expect, test } from '@jest/globals';
import { store } from '../store';
import { left } from './benchState';
import { createHand } from './hand';

const first = { tool: 'brush' as 'brush' | 'pen', radius: 24 };
const hand = createHand('toy', first);
const other = createHand('another', { radius: 3 });

beforeEach(() => void store.dispatch(left()));

test('a hand begins as it is declared, and keeps what is set', () => {
  expect(hand.get()).toEqual(first);
  hand.set({ radius: 30 });
  hand.set({ tool: 'pen' });
  expect(hand.get()).toEqual({ tool: 'pen', radius: 30 });
  expect(hand.of(store.getState().bench)).toEqual(hand.get());
});

test('hands of other passes are left alone', () => {
  hand.set({ radius: 30 });
  expect(other.get()).toEqual({ radius: 3 });
  other.set({ radius: 4 });
  expect(hand.get().radius).toBe(30);
});

test('when the bench is left, hands are as they were at first', () => {
  hand.set({ radius: 30 });
  store.dispatch(left());
  expect(hand.get()).toEqual(first);
});

test('what is set may be seen, so the revision counts on', () => {
  const { revision } = store.getState().bench;
  hand.set({ radius: 31 });
  expect(store.getState().bench.revision).toBe(revision + 1);
});

test('a tool that takes the sheet for itself puts away that of another line; settings alone do not', () => {
  const brush = createHand(
    'brushes',
    { tool: 'none' as 'none' | 'brush', radius: 5 },
    { isHeld: ({ tool }) => tool !== 'none', away: { tool: 'none' } },
  );
  const line = createHand(
    'lines',
    { draws: false, drawn: 0 },
    { isHeld: ({ draws }) => draws, away: { draws: false, drawn: 0 } },
  );
  brush.set({ tool: 'brush', radius: 9 });
  line.set({ drawn: 2 });
  expect(brush.get().tool).toBe('brush');
  line.set({ draws: true });
  expect([brush.get(), line.get()]).toEqual([
    { tool: 'none', radius: 9 },
    { draws: true, drawn: 2 },
  ]);
  brush.set({ tool: 'brush' });
  expect(line.get()).toEqual({ draws: false, drawn: 0 });
});
