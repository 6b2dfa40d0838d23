import { readKeep, readShape, roughsOrderSchema } from '../../core/roughs/order';
import { roughsAddress } from '../api/roughs';
import type { RoughSummary } from '../api/roughs';
import { nextOrder, orderFor } from './order';

const rough: RoughSummary = {
  id: '2-behind',
  kind: 'behind',
  title: 'Behind what stands out',
  says: [],
  figures: { contrast: 50, left: 0.6, crossed: 2, misread: 0 },
  score: 0.8,
  parts: { contrast: 1, calm: 0.5 },
  box: [0.1, 0.2, 0.5, 0.3],
  locks: { face: 'f'.repeat(64), colour: '#aa3322', place: [0.35, 0.35], front: 1, crop: [0.1, 0, 0.6, 1] },
  width: 600,
  height: 400,
};
const before = roughsOrderSchema.parse({ words: 'Kiln week', seed: 4 });

test('words make an order without what stands around them; without words there is a sentence', () => {
  expect(orderFor('  Kiln\nweek ').order).toEqual(roughsOrderSchema.parse({ words: 'Kiln\nweek' }));
  expect(orderFor(' \n ')).toEqual({ order: null, problem: 'Write the words first.' });
  expect(orderFor('m'.repeat(100)).problem).toMatch(/80 letters/);
});

test('a shape is read from the address as width by height; what is none is left out', () => {
  expect(readShape('1080x1350')).toEqual([1080, 1350]);
  for (const text of [null, '', '0x3', '1x100', 'axb', '3']) expect(readShape(text)).toBeNull();
  expect(orderFor('Kiln', {}, [4, 5]).order).toEqual(roughsOrderSchema.parse({ words: 'Kiln', shape: [4, 5] }));
});

test('others come by the next seed, away from those that were shown', () => {
  const next = nextOrder(before, [rough], {});
  expect(next).toEqual({ ...before, seed: 5, unlike: [rough.box] });
  expect(nextOrder(next, [rough], {}).unlike).toHaveLength(2);
});

test('more like one keeps its kind and what is locked of it, and nothing else', () => {
  const next = nextOrder(before, [rough], { kind: 'behind', from: rough, locks: ['face', 'front'] });
  expect(next.kinds).toEqual(['behind']);
  expect(next.locks).toEqual({ face: rough.locks.face, colour: null, place: null, front: 1, crop: null });
});

test('where the place is locked, what lies there is no reason to go elsewhere', () => {
  expect(nextOrder({ ...before, unlike: [rough.box] }, [rough], { from: rough, locks: ['place'] })).toMatchObject({
    unlike: [],
    // A place of the sheet is one of the photograph only where the same part is shown.
    locks: { place: [0.35, 0.35], crop: [0.1, 0, 0.6, 1] },
  });
});

test('what must stay free goes along in the address, and with every order that follows', () => {
  const keep: [number, number, number][] = [
    [0.5, 0.25, 0.06],
    [0.1, 0.9, 0],
  ];
  const address = new URL(roughsAddress('a'.repeat(64), 'Kiln', { width: 400, height: 500 }, keep), 'http://here');
  expect(readKeep(address.searchParams.get('keep'))).toEqual(keep);
  expect(new URL(roughsAddress(null, 'Kiln'), 'http://here').searchParams.has('keep')).toBe(false);
  const { order } = orderFor('Kiln', {}, null, keep);
  expect(nextOrder(order!, [], {}).keep).toEqual(keep);
});

test('what is kept away from does not grow for ever, and every order is one that the server takes', () => {
  let order = before;
  for (let round = 0; round < 30; round++)
    order = nextOrder(
      order,
      Array.from({ length: 6 }, () => rough),
      {},
    );
  expect(order.unlike).toHaveLength(60);
  expect(roughsOrderSchema.safeParse(order).success).toBe(true);
});
