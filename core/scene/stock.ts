import { fillingOf } from '../coats/filling';
import type { Materials } from '../passes/pass';
import type { Sheet } from '../piece/schema';
import { identity } from '../shape/affine';
import { contentKey, type Node } from '../graph/node';

/** The coats that lie on the sheet's paint, without the paint; null where there are none. */
export function stockNode({ width, height, coats }: Sheet, materials: Materials): Node | null {
  if (coats.length === 0) return null;
  const box = { x: 0, y: 0, width, height };
  const bare: Node = {
    key: 'nothing',
    channels: 4,
    bounds: { ...box, width: 0, height: 0 },
    needs: () => [],
    compute: () => {
      throw new Error('There is no photograph below the sheet.');
    },
  };
  const plane = {
    letters: [],
    lines: [],
    size: 0,
    capHeight: Math.min(width, height),
    ink: box,
    flatInk: box,
    place: identity,
    warp: null,
    echoes: [],
  };
  const filling = fillingOf(
    coats.filter(({ kind }) => kind !== 'plate'),
    plane,
    { materials, photo: bare, sheet: { width, height } },
  );
  const whole = { start: 0, text: '', line: 0, path: [], bounds: box, colour: null };
  return {
    key: contentKey('stock', filling.key),
    channels: 4,
    bounds: box,
    needs: () => [],
    compute: (request) =>
      filling.paint({ letters: [whole], number: 0, boxes: { word: box, line: box, letter: box } }, request, []),
  };
}
