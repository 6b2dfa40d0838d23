import { readFileSync } from 'node:fs';
import { readPiece } from '../piece/read';
import { PartReceiver, PartSender, type Package } from './parts';

const sent = (one: Package): Package => structuredClone(one);
const woven = readPiece(JSON.parse(readFileSync('demo/pieces/woven.json', 'utf8')));

test('a piece arrives as it is', () => {
  const arrived = new PartReceiver().unpack(sent(new PartSender().pack(woven)));
  expect(arrived).toEqual(woven);
});

test('after a change only what is new goes, and the rest stays the same objects', () => {
  const sender = new PartSender();
  const receiver = new PartReceiver();
  const first = receiver.unpack(sent(sender.pack(woven))) as typeof woven;
  const [lettering] = woven.letterings;
  const moved = { ...woven, letterings: [{ ...lettering, stance: { ...lettering.stance, x: 1 } }] };
  const change = sent(sender.pack(moved));
  expect(JSON.stringify(change).length).toBeLessThan(JSON.stringify(woven).length / 4);
  const second = receiver.unpack(change) as typeof woven;
  expect(second).toEqual(moved);
  expect(second.veils).toBe(first.veils);
  expect(second.letterings[0].words).toBe(first.letterings[0].words);
  expect(second.letterings[0]).not.toBe(first.letterings[0]);
});

test('it starts anew now and then, and a new sender for a receiver that knows nothing', () => {
  const sender = new PartSender();
  const anew = Array.from({ length: 401 }, () => sender.pack(woven).anew);
  expect([anew[0], anew[1], anew[399], anew[400]]).toEqual([true, false, false, true]);
  expect(new PartReceiver().unpack(sent(new PartSender().pack(woven)))).toEqual(woven);
});

test('values that are no objects, and undefined fields, go too', () => {
  const value = { a: null, b: undefined, c: [1, 'x', true], d: {} };
  expect(new PartReceiver().unpack(sent(new PartSender().pack(value)))).toEqual(value);
  expect(new PartReceiver().unpack(sent(new PartSender().pack(7)))).toBe(7);
});
