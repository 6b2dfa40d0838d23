import { rowOfOrder, shopOrderSchema } from './desk';
import { slotsSchema } from './slots';

const slots = slotsSchema.parse([
  { kind: 'words', id: 'w', name: 'Visitor', lettering: 'l' },
  { kind: 'plate', id: 'p', name: 'Photograph', plate: 'p1' },
]);

test('wishes go to the columns that fill their slots, whatever their case; slots without a column get one', () => {
  const run = { slots, columns: ['Name'], matched: { w: 'Name' } };
  expect(rowOfOrder({ order: '7', values: { visitor: 'Ada', PHOTOGRAPH: 'a.jpg' } }, run)).toEqual({
    cells: { Order: '7', Name: 'Ada', Photograph: 'a.jpg' },
    columns: ['Name', 'Order', 'Photograph'],
    matched: { w: 'Name', p: 'Photograph' },
  });
  // Nothing of the run itself is changed.
  expect(run).toEqual({ slots, columns: ['Name'], matched: { w: 'Name' } });
});

test('a wish may name a column; one that names nothing is told, and so is one for the number’s own column', () => {
  const run = { slots, columns: ['Name', 'Stand'], matched: { w: 'Name' } };
  expect(rowOfOrder({ order: '7', values: { stand: '12' } }, run)).toMatchObject({
    cells: { Stand: '12', Order: '7' },
  });
  expect(rowOfOrder({ order: '7', values: { Colour: 'red' } }, run)).toBe(
    'This run has nothing called "Colour". It has: "Visitor", "Photograph".',
  );
  expect(rowOfOrder({ order: '7', values: { order: '8' } }, run)).toContain('nothing called "order"');
});

test('numbers that lead elsewhere, pictures in folders and what is too much are no orders', () => {
  const order = { order: 'A-1', values: { Name: 'Ada' } };
  expect(shopOrderSchema.safeParse(order).success).toBe(true);
  for (const bad of [
    { ...order, order: '../a' },
    { ...order, order: '' },
    { ...order, pictures: [{ name: '../a.jpg', data: '' }] },
    { ...order, values: { Name: 'a'.repeat(5001) } },
    { ...order, more: 1 },
  ])
    expect(shopOrderSchema.safeParse(bad).success).toBe(false);
});
