import { untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainBite, plainDrape } from '../../core/passes/drape/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { firstShadow, plainVeil, tracedCut, type Veil, type VeilShadow } from '../../core/passes/veils/schema';
import { plainWords } from '../../core/passes/words/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { cutsKey } from '../../core/passes/veils/solved';
import { boxContour } from '../../core/testing/contours';
import { piece, trace } from './common';
import { readStrokesOf, Solver } from './solve';

/** A word behind the jar, and one through its grasses: some stems over it, some under. */
export async function woven(): Promise<Piece> {
  const solver = await Solver.open('woven', 'jar');
  const jar = await trace(
    solver.plate,
    [
      [857, 584],
      [880, 645],
      [828, 705],
      [762, 780],
      [747, 860],
      [760, 940],
      [790, 1010],
      [832, 1066],
      [836, 1084, 'edge'],
      [945, 1092],
      [1056, 1080],
      [1062, 1060],
      [1108, 990],
      [1138, 910],
      [1140, 830],
      [1105, 745],
      [1050, 690],
      [1012, 640],
      [1036, 590, 'straight'],
      [1033, 580, 'straight'],
      [945, 576, 'straight'],
      [858, 579, 'straight'],
    ],
    'straight',
  );
  // The grasses: what the strokes cut out, above the jar's mouth; their hair is solved.
  const grasses = [await solver.scribble('grasses', 'jar'), tracedCut([boxContour(-60, -60, 1860, 580)], 'intersect')];
  const fine = {
    ...(await solver.fine('grasses', grasses, { band: readStrokesOf('jar').band, reach: 0, needed: true })),
    solvedFor: cutsKey(grasses),
  };
  // The light comes from the upper left; what stands farther off the wall throws its shadow farther.
  const thrown = (lift: number): VeilShadow => ({
    ...firstShadow,
    lift,
    height: 40,
    angle: 32,
    size: 0.5,
    strength: 0.5,
    colour: '#2a170d',
  });
  const veils: Veil[] = [
    plainVeil({
      id: 'veil-2',
      name: 'grasses',
      plate: 'plate-1',
      cuts: grasses,
      fine,
      feather: 0.8,
      shadow: thrown(9),
    }),
    plainVeil({
      id: 'veil-1',
      name: 'jar',
      plate: 'plate-1',
      cuts: [tracedCut([jar])],
      feather: 0,
      softness: await solver.softness([tracedCut([jar])]),
      shadow: thrown(16),
    }),
  ];
  const lettering = (id: string, text: string, size: number, x: number, y: number): Lettering => ({
    id,
    name: text,
    words: plainWords({ text, face: 'bowlby-one', size, leading: 0.9, tracking: 0.005, alignment: 'centre' }),
    stance: plainStance({ x, y, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#7a3b22' })]),
    // The small word lies on the plaster.
    ...untouched(),
    drape: { ...plainDrape(), bite: id === 'lettering-2' ? plainBite({ texture: 0.5 }) : null },
    outlines: plainOutlines(),
  });
  const letterings = [lettering('lettering-1', 'RAKU', 520, 900, 790), lettering('lettering-2', 'KILN', 300, 945, 330)];
  const weave = [1, 3].map((at) => ({ veil: 'veil-2', lettering: 'lettering-2', at, over: false }));
  return piece('Woven', 'jar', ['bowlby-one'], letterings, veils, ['lettering-1', 'lettering-2', 'veil-2', 'veil-1'], {
    solved: solver.assets,
    weave,
  });
}
