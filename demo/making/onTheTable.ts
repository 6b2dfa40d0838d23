import { solidCoat } from '../../core/coats/schema';
import { plainCasts } from '../../core/light/casting/schema';
import { plainFocus } from '../../core/passes/focus/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { plainBody } from '../../core/passes/relief/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import { untouched } from '../../core/piece/blank';
import type { Lettering, Piece } from '../../core/piece/schema';
import { jarLamp, piece } from './common';

/**
 * Solid letters that stand on the table beside the jar: their shadow runs along the table and climbs the wall.
 * @param woven where jar and grasses are cut
 */
export function onTheTable(woven: Piece): Piece {
  const lettering: Lettering = {
    ...untouched(),
    id: 'lettering-1',
    name: 'KITE',
    words: plainWords({
      text: 'KITE',
      face: 'bowlby-one',
      size: 200,
      leading: 0.9,
      tracking: 0.06,
      alignment: 'left',
    }),
    // Its right end is nearer.
    stance: plainStance({
      x: 388,
      y: 895,
      rotation: 0,
      scale: 1,
      perspective: {
        box: { x: 10, y: -74, width: 675, height: 154 },
        moves: [
          [-278, -68],
          [-418, -42],
          [-418, 72],
          [-277, 23],
        ],
      },
    }),
    ink: plainInk([solidCoat({ colour: '#b0523a' })]),
    outlines: plainOutlines(),
    relief: plainBody({
      thickness: { depth: 20, towards: [2684, 489], shade: 0.16 },
      lip: { width: 1.5, strength: 0.25 },
    }),
    focus: plainFocus({ blur: { sigma: 0.9 }, grain: { dark: 1.05, middle: 1.03, light: 1, size: 0.5 } }),
    casts: plainCasts({
      ambient: { strength: 0.1, blur: 50, atFoot: true },
      contact: { strength: 0.5, offset: 1, blur: 3, atFoot: true },
      thrown: {
        onto: 'ground',
        strength: 1,
        above: 7,
        wall: { from: [0, 987], to: [1800, 987], scale: 0.9 },
      },
      colour: '#5a5652',
    }),
  };
  const { veils, assets } = woven;
  const solved = Object.fromEntries(
    Object.entries(assets).filter(([, { kind }]) => kind !== 'plate' && kind !== 'face'),
  );
  const made = piece('On the table', 'jar', ['bowlby-one'], [lettering], veils, ['lettering-1', 'veil-2', 'veil-1'], {
    solved,
  });
  return { ...made, lamp: { ...jarLamp, height: 16, size: 0.12 } };
}
