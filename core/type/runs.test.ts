import { shippedFace } from '../testing/faces';
import { runsOf } from './runs';

const all = [{ has: () => true }];
const seen = (text: string): string[] => runsOf(text, all).map(({ from, to }) => text.slice(from, to));

test('a Latin line is one run, whatever signs and digits stand in it', () => {
  expect(seen('KILN & KITE 24')).toEqual(['KILN & KITE 24']);
  expect(runsOf('KILN', all)[0]).toMatchObject({ rightToLeft: false, script: 'Latn', face: 0 });
});

test('a right-to-left word within a Latin line, and a Latin word within a right-to-left line', () => {
  expect(runsOf('kiln طين fire', all).map(({ rightToLeft, script }) => [rightToLeft, script])).toEqual([
    [false, 'Latn'],
    [true, 'Arab'],
    [false, 'Latn'],
  ]);
  // In a right-to-left line what is written first stands rightmost; numbers keep their own direction.
  expect(seen('طين kiln نار')).toEqual([' نار', 'kiln', 'طين ']);
  expect(seen('نار 24')).toEqual(['24', 'نار ']);
});

test('scripts of one direction are parted', () => {
  expect(seen('ГЛИНА clay')).toEqual(['ГЛИНА ', 'clay']);
});

test('a letter that the face has not is set by the next face that has it; marks and spaces stay with their letter', () => {
  const faces = [shippedFace('bowlby-one'), shippedFace('lalezar'), shippedFace('commissioner-black')];
  expect(runsOf('AЖ A', faces).map(({ face }) => face)).toEqual([0, 2, 0]);
  // Bowlby One has an omega, as a sign; a Greek word is not pieced together for it.
  expect(runsOf('A ΩΡΑ', faces).map(({ face }) => face)).toEqual([0, 2]);
  expect(runsOf('A\u0301B', faces)).toHaveLength(1);
  expect(runsOf('طين', faces)[0].face).toBe(1);
  // None of them has it: the first shows its empty box.
  expect(runsOf('ꙮ', [faces[0], faces[1]])[0].face).toBe(0);
});

test('an empty line has no runs, half a pair does no harm', () => {
  expect(runsOf('', all)).toEqual([]);
  expect(runsOf('\ud83e', all)).toHaveLength(1);
});
