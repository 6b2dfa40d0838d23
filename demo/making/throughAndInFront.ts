import { untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { plainGrade } from '../../core/passes/grade/schema';
import { curvesSchema, splitTintSchema } from '../../core/passes/grade/tone/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutline, plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainStroke, plainVeil } from '../../core/passes/veils/schema';
import { plainWords } from '../../core/passes/words/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { piece } from './common';
import { Solver } from './solve';

/**
 * Letters behind the figure, their outline in front of it, and the figure in other colours where it stands in the
 * letters.
 */
export async function throughAndInFront(): Promise<Piece> {
  const solver = await Solver.open('through-and-in-front', 'potter-figure');
  const cuts = [await solver.scribble('figure')];
  // The end of the belt is as red as the wall behind it; a touch-up brings it to the front.
  const ring = plainStroke({
    side: 'front',
    radius: 5,
    softness: 0.25,
    points: [
      [715, 1009],
      [724, 1016],
      [726, 1022],
      [722, 1030],
      [714, 1034],
    ],
  });
  const figure = plainVeil({
    id: 'veil-1',
    name: 'figure',
    plate: 'plate-1',
    cuts,
    feather: 0,
    softness: await solver.softness(cuts),
    strokes: [ring],
  });
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'ALOFT',
    words: plainWords({
      text: 'ALOFT',
      face: 'bowlby-one',
      size: 330,
      leading: 0.9,
      tracking: -0.005,
      alignment: 'centre',
    }),
    stance: plainStance({ x: 600, y: 1050, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#f7e9cf' })]),
    ...untouched(),
    outlines: {
      ...plainOutlines(),
      list: [
        plainOutline({ id: 'outline-1', unit: 'em', width: 0.017, side: 'inside', front: true, colour: '#fffaf0' }),
      ],
    },
  };
  const turned = {
    ...plainGrade('grade-1', { lettering: 'lettering-1', area: 'inside', on: { kind: 'veil', veil: 'veil-1' } }),
    hue: 165,
    saturation: 1.35,
  };
  const made = piece(
    'Through and in front',
    'potter-figure',
    ['bowlby-one'],
    [lettering],
    [figure],
    ['lettering-1', 'veil-1'],
    { solved: solver.assets, sheet: { width: 1200, height: 1800, ppi: 200, paint: '#ffffff' } },
  );
  /** One look over all of it: a little more contrast, cool shadows, warm lights. */
  const afternoon = {
    ...plainGrade('grade-2', { lettering: null, area: 'everything', on: { kind: 'all' } }),
    name: 'Late afternoon',
    curve: curvesSchema.parse({
      all: [
        [0, 0.03],
        [0.3, 0.29],
        [0.7, 0.73],
        [1, 0.98],
      ],
    }),
    splitTint: splitTintSchema.parse({ shadows: '#34566e', highlights: '#f0b765', amount: 0.18 }),
  };
  return { ...made, grades: [turned, afternoon] };
}
