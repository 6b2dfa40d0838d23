import { solidCoat } from '../coats/schema';
import { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import { blankLettering, blankPiece } from '../piece/blank';
import { compile } from '../render/compile';
import { shippedFace } from '../testing/faces';
import { readFromFar, type ReadLetter } from './reading';

const face = shippedFace('archivo-variable');
const materials = { picture: () => undefined, face: () => face } as unknown as Materials;

/** Words as on an eye chart, seen from so far, mm. */
function seenFrom(text: string, colour: string, distance: number): Promise<ReadLetter[]> {
  const piece = blankPiece('chart', { width: 900, height: 300, ppi: 100, paint: '#ffffff' });
  piece.assets.f = { kind: 'face', name: 'f', sha256: 'a'.repeat(64) };
  const word = blankLettering('w', 'w', text, piece.sheet);
  Object.assign(word.words, { face: 'f', size: 150 });
  Object.assign(word.stance, { x: 450, y: 180 });
  word.ink.coats = [solidCoat({ colour })];
  piece.letterings.push(word);
  piece.depth.push('w');
  return readFromFar(piece, compile(piece, materials), new Evaluator(1e8), distance);
}

/** A letter of 150 px at 100 ppi has so many minutes of arc at 10 m. */
const atTenMetres = seenFrom('E', '#000000', 1e4).then(([{ arcMinutes }]) => arcMinutes);
const chart = async (text: string, colour: string, minutes: number): Promise<ReadLetter[]> =>
  seenFrom(text, colour, (1e4 * (await atTenMetres)) / minutes);
const verdicts = (letters: readonly ReadLetter[]): string[] => [...new Set(letters.map(({ verdict }) => verdict))];

test('black letters are read at 6 minutes of arc and not at 2, as on an eye chart', async () => {
  const [large, small] = [await chart('EDP', '#000000', 6), await chart('EDP', '#000000', 2)];
  expect(verdicts(large)).toEqual(['read']);
  expect(verdicts(small)).toEqual(['unsure']);
  expect(large.map(({ text }) => text).join('')).toBe('EDP');
  expect(large[0].arcMinutes).toBeCloseTo(6, 1);
  // What they could be taken for are letters of like shape.
  expect(small.find(({ text }) => text === 'D')!.as).toMatch(/[OQ0]/);
}, 120000);

test('large letters of faint ink are read while they can be seen, and lost when they cannot', async () => {
  expect(verdicts(await chart('EDF', '#d8d8d8', 60))).toEqual(['read']);
  expect(verdicts(await chart('EDF', '#fdfdfd', 60))).toEqual(['lost']);
}, 120000);
