import { plainMark } from '../../core/passes/chalk/schema';
import { untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import {
  firstShadow,
  plainStroke,
  plainVeil,
  type Graft,
  type Veil,
  type VeilShadow,
} from '../../core/passes/veils/schema';
import { plainWords } from '../../core/passes/words/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { piece } from './common';
import { Solver } from './solve';

/** Letters tucked under paper ribbons; one ribbon is grafted into the corner. */
export async function tuckedIn(): Promise<Piece> {
  const solver = await Solver.open('tucked-in', 'ribbons');
  // The light falls from the upper left; the ribbons lie some way above the letters, farther off in the middle of their
  // arcs.
  const thrown = (lift: number, change: Partial<VeilShadow> = {}): VeilShadow => ({
    ...firstShadow,
    lift,
    farLift: 2 * lift,
    height: 48,
    angle: 58,
    size: 0.7,
    strength: 0.6,
    colour: '#26231a',
    ...change,
  });
  const cut = async (id: string, name: string, strokes: string, shadow: VeilShadow): Promise<Veil> => {
    const cuts = [await solver.scribble(name.replaceAll(' ', '-'), strokes)];
    return plainVeil({ id, name, plate: 'plate-1', cuts, feather: 0, softness: await solver.softness(cuts), shadow });
  };
  const gold = await cut(
    'veil-1',
    'gold ribbon',
    'ribbon-a',
    thrown(22, {
      lifts: [
        plainStroke({
          side: 'front',
          radius: 170,
          softness: 0.9,
          points: [
            [520, 370],
            [640, 320],
          ],
        }),
      ],
    }),
  );
  const blue = await cut('veil-2', 'blue ribbon', 'ribbons', thrown(20));
  const white = await cut('veil-3', 'white ribbon', 'ribbon-c', thrown(16));
  const graft: Graft = {
    pivot: [513, 331],
    at: [1310, 880],
    scale: 1,
    turn: 180,
    flipped: false,
    shadow: thrown(26, { colour: '#1f241f' }),
  };
  const grafted: Veil = { ...gold, id: 'veil-4', name: 'grafted ribbon', shadow: thrown(26), graft };
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'ALOFT',
    words: plainWords({
      text: 'ALOFT',
      face: 'alfa-slab-one',
      size: 430,
      leading: 0.9,
      tracking: 0,
      alignment: 'centre',
    }),
    stance: plainStance({ x: 900, y: 600, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#8c2f1f' })]),
    ...untouched(),
    outlines: plainOutlines(),
  };
  // The white ribbon runs under the O; the others lie over all that they cross.
  const weave = [{ veil: 'veil-3', lettering: 'lettering-1', at: 2, over: false }];
  const chalk = [
    {
      kind: 'circle',
      points: [
        [190, 400],
        [650, 690],
      ],
      text: 'gold runs over A and L',
      line: 3,
      done: true,
    },
    {
      kind: 'circle',
      points: [
        [1350, 420],
        [1730, 700],
      ],
      text: 'blue over the T',
      line: 3,
      done: true,
    },
    {
      kind: 'arrow',
      points: [
        [1330, 1080],
        [1150, 930],
      ],
      text: 'the same gold once more, grafted',
      line: 3,
      done: true,
    },
    { kind: 'keep', points: [[360, 170]], radius: 110, text: 'this leaf stays free' },
    { kind: 'note', points: [[420, 1060]], text: 'try the white one over the O?', line: 3 },
  ].map((mark, i) => plainMark({ ...mark, id: `mark-${i + 1}`, plate: 'plate-1' } as Parameters<typeof plainMark>[0]));
  return piece(
    'Tucked in',
    'ribbons',
    ['alfa-slab-one'],
    [lettering],
    [gold, blue, white, grafted],
    ['lettering-1', 'veil-3', 'veil-1', 'veil-2', 'veil-4'],
    { solved: solver.assets, weave, chalk },
  );
}
