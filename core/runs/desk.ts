import { z } from 'zod';
import type { RunSettings } from './settings';

/** How a run takes orders of a shop. */
export const deskSchema = z.strictObject({
  isOpen: z.boolean().default(false),
  /** What needs no person's eye goes on by itself; otherwise each order waits until it is approved. */
  approvesClean: z.boolean().default(true),
  /** The least that the print queue takes: px per inch of pictures, and mm of bleed on every side. */
  ppi: z.number().min(1).max(4800).default(150),
  bleed: z.number().min(0).max(50).default(0),
});
export type Desk = z.infer<typeof deskSchema>;

/** Bytes that a picture of an order may have, as base64. */
const longestPicture = 18e6;

/** One order of a shop. */
export const shopOrderSchema = z.strictObject({
  /** The shop's own number: the same one twice is the same order. */
  order: z
    .string()
    .regex(/^[\p{L}\p{N}][\p{L}\p{N}_.-]{0,63}$/u, 'An order’s number has up to 64 letters, digits, points, - and _.'),
  /** What is wished, by the names of the run's columns or slots. */
  values: z.record(z.string().max(100), z.string().max(5000)),
  /** Pictures that `values` name. */
  pictures: z
    .array(
      z.strictObject({
        name: z
          .string()
          .min(1)
          .max(200)
          .regex(/^[^/\\]+$/, 'A picture’s name has no folders.'),
        /** base64 */
        data: z.string().max(longestPicture),
      }),
    )
    .max(10)
    .default([]),
});
export type ShopOrder = z.infer<typeof shopOrderSchema>;

/**
 * How far an order is: its row is worked at; a person must look, or change something; its file is made; the print queue
 * has taken or refused it; its row was removed.
 */
export type OrderState = 'at work' | 'look' | 'stopped' | 'making' | 'accepted' | 'refused' | 'gone';

/** An order with what there is to say of it. */
export interface OrderStanding {
  order: string;
  row: number;
  /** As in the table, from 1; 0 where it is gone. */
  number: number;
  state: OrderState;
  says: string;
  /** ms since 1970. */
  cameAt: number;
}

/** The column that an order's number stands in. */
export const orderColumn = 'Order';

/** An order as a row of the table: its cells, and the table's columns and what they fill with those it needs. */
export interface OrderRow {
  cells: Record<string, string>;
  columns: string[];
  matched: Record<string, string>;
}

const plain = (name: string): string => name.trim().toLowerCase();

/** @returns a sentence where something is wished that the run does not have */
export function rowOfOrder(
  { order, values }: Pick<ShopOrder, 'order' | 'values'>,
  { slots, columns: before, matched: known }: Pick<RunSettings, 'slots' | 'columns' | 'matched'>,
): OrderRow | string {
  const columns = [...before];
  const matched = { ...known };
  const columnOf = (name: string): string => {
    const found = columns.find((column) => plain(column) === plain(name));
    if (found === undefined) columns.push(name);
    return found ?? name;
  };
  const number = columnOf(orderColumn);
  // A slot that no column fills yet gets one of its own name.
  for (const { id, name } of slots) matched[id] ??= columnOf(name);
  const cells: Record<string, string> = { [number]: order };
  for (const [wish, value] of Object.entries(values)) {
    const slot = slots.find(({ name }) => plain(name) === plain(wish));
    const column = slot ? matched[slot.id] : columns.find((one) => plain(one) === plain(wish));
    if (column === undefined || column === number)
      return `This run has nothing called "${wish}". It has: ${slots.map(({ name }) => `"${name}"`).join(', ') || 'no slots'}.`;
    cells[column] = value;
  }
  return { cells, columns, matched };
}
