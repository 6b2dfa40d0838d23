import type { OrderStanding, OrderState } from '../../core/runs/desk';

/** The states in a person's words, those that want something first. */
const words: Record<OrderState, string> = {
  stopped: 'stopped',
  refused: 'refused by the printer',
  look: 'to look at',
  'at work': 'being set',
  making: 'being made',
  accepted: 'with the printer',
  gone: 'removed',
};

export const stateName = (state: OrderState): string => words[state];

/** The colours in which orders are told. */
export const orderTones: Record<OrderState, string> = {
  stopped: 'text-iron',
  refused: 'text-iron',
  look: 'text-ochre',
  'at work': 'text-faint',
  making: 'text-faint',
  accepted: 'text-verdigris',
  gone: 'text-faint',
};

/** All orders in a sentence. */
export function ordersInWords(orders: readonly OrderStanding[]): string {
  if (orders.length === 0) return 'No orders yet';
  const counts = (Object.keys(words) as OrderState[]).flatMap((state) => {
    const count = orders.filter((order) => order.state === state).length;
    return count > 0 ? [`${count.toLocaleString('en')} ${words[state]}`] : [];
  });
  return `${orders.length.toLocaleString('en')} ${orders.length === 1 ? 'order' : 'orders'}: ${counts.join(', ')}`;
}

/** Those that want a person first, then the newest. */
export function sortedOrders(orders: readonly OrderStanding[]): OrderStanding[] {
  const rank = (state: OrderState): number => Math.min(3, Object.keys(words).indexOf(state));
  return [...orders].sort((a, b) => rank(a.state) - rank(b.state) || b.cameAt - a.cameAt);
}

/** A seed for made-up orders that none of these has come from: their numbers begin with it. */
export function nextSeed(orders: readonly OrderStanding[]): number {
  const seeds = orders.flatMap(({ order }) => /^S(\d+)-\d+$/.exec(order)?.[1] ?? []).map(Number);
  return Math.max(0, ...seeds) + 1;
}
