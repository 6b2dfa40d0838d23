import type { OrderStanding, OrderState } from '../../core/runs/desk';
import { nextSeed, ordersInWords, sortedOrders } from './orders';

const order = (number: string, state: OrderState, cameAt = 0): OrderStanding => ({
  order: number,
  row: 1,
  number: 1,
  state,
  says: '',
  cameAt,
});

test('orders in a sentence: what wants a person comes first', () => {
  expect(ordersInWords([])).toBe('No orders yet');
  expect(ordersInWords([order('1', 'accepted')])).toBe('1 order: 1 with the printer');
  expect(
    ordersInWords([order('1', 'accepted'), order('2', 'refused'), order('3', 'accepted'), order('4', 'look')]),
  ).toBe('4 orders: 1 refused by the printer, 1 to look at, 2 with the printer');
});

test('in the list too; those that want nothing come by time, the newest first', () => {
  const all = [order('a', 'accepted', 3), order('b', 'at work', 5), order('c', 'look', 1), order('d', 'stopped', 2)];
  expect(sortedOrders(all).map((one) => one.order)).toEqual(['d', 'c', 'b', 'a']);
  // The given list stays as it is.
  expect(all[0].order).toBe('a');
});

test('made-up orders never come under a number that is there', () => {
  expect(nextSeed([])).toBe(1);
  expect(nextSeed([order('S4-0001', 'gone'), order('S12-0003', 'look'), order('2026-99', 'look')])).toBe(13);
});
