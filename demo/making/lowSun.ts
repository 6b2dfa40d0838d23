import { untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import type { Lamp } from '../../core/light/lamp';
import { plainGlow } from '../../core/passes/glows/schema';
import { plainBody } from '../../core/passes/relief/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainStroke, plainVeil, tracedCut, type Stroke, type Veil } from '../../core/passes/veils/schema';
import { plainWords } from '../../core/passes/words/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { cutsKey } from '../../core/passes/veils/solved';
import { piece, trace } from './common';
import { readStrokesOf, Solver } from './solve';

/** A word on the sky, the kite in front of one letter; a small one behind the dune and its soft grass. */
export async function lowSun(): Promise<Piece> {
  const solver = await Solver.open('low-sun', 'dune');
  const dune = solver.plate;
  const ridge = await trace(
    dune,
    [
      [2, 856, 'straight'],
      [420, 846, 'straight'],
      [560, 844],
      [700, 848],
      [850, 856],
      [950, 866],
      [1080, 880],
      [1200, 892],
      [1330, 902],
      [1440, 920],
      [1560, 938],
      [1680, 948],
      [1797, 956],
    ],
    'border',
  );
  const kite = await trace(
    dune,
    [
      [1307, 183],
      [1345, 248],
      [1362, 282],
      [1397, 366, 'straight'],
      [1385, 379],
      [1347, 422],
      [1327, 443],
      [1290, 484],
      [1270, 504],
      [1229, 547, 'straight'],
      [1221, 556, 'straight'],
      [1218, 542],
      [1195, 457],
      [1175, 400],
      [1165, 370],
      [1144, 312, 'straight'],
      [1136, 295, 'straight'],
      [1152, 286],
      [1215, 247],
      [1247, 225],
      [1303, 185, 'straight'],
    ],
    'straight',
  );
  // The kite's line is too thin to trace; a fine touch-up brings it to the front.
  const line: Stroke = plainStroke({
    side: 'front',
    radius: 0.55,
    softness: 0.3,
    points: [
      [1336, 432],
      [1373, 495],
      [1409, 553.5],
      [1430, 586],
    ],
  });
  const lettering = (id: string, text: string, size: number, tracking: number, x: number, y: number): Lettering => ({
    id,
    name: text,
    words: plainWords({ text, face: 'big-shoulders-display-black', size, leading: 0.9, tracking, alignment: 'centre' }),
    stance: plainStance({ x, y, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#8c3f2b' })]),
    ...untouched(),
    outlines: plainOutlines(),
  });
  const letterings = [
    lettering('lettering-1', 'ALOFT', 430, 0.02, 1150, 365),
    lettering('lettering-2', 'AMBERSHAW', 70, 0.02, 700, 834),
  ];
  const grass = [await solver.scribble('grass', 'grass')];
  const { band } = readStrokesOf('grass');
  const fine = { ...(await solver.fine('grass', grass, { band, reach: 5, needed: false })), solvedFor: cutsKey(grass) };
  const [kiteCut, ridgeCut] = [[tracedCut([kite])], [tracedCut([ridge])]];
  const veils: Veil[] = [
    plainVeil({ id: 'veil-3', name: 'grass', plate: 'plate-1', cuts: grass, fine, feather: 0 }),
    plainVeil({
      id: 'veil-1',
      name: 'kite',
      plate: 'plate-1',
      cuts: kiteCut,
      feather: 0,
      softness: await solver.softness(kiteCut),
      strokes: [line],
    }),
    plainVeil({
      id: 'veil-2',
      name: 'dune',
      plate: 'plate-1',
      cuts: ridgeCut,
      feather: 0,
      softness: await solver.softness(ridgeCut),
    }),
  ];
  const made = piece(
    'Low sun',
    'dune',
    ['big-shoulders-display-black'],
    letterings,
    veils,
    ['lettering-1', 'lettering-2', 'veil-1', 'veil-2', 'veil-3'],
    { solved: solver.assets },
  );
  // The sun is in the picture: the words catch its rim, the air and the lens its light.
  const sun: Lamp = { tilt: 182, height: -77, at: [289, 618], size: 0.1, colour: '#ffd9a0', strength: 1, fill: null };
  return {
    ...made,
    lamp: sun,
    glows: [
      plainGlow({ id: 'glow-1', name: 'sun glow', radius: 620, strength: 0.55 }),
      plainGlow({
        id: 'glow-2',
        name: 'flare',
        as: 'flare',
        radius: 520,
        strength: 0.5,
        ghosts: 5,
        blades: 7,
        haze: 0.25,
        ring: 0.2,
        seed: 3,
      }),
    ],
    depth: [...made.depth.slice(0, -1), 'glow-1', made.depth[made.depth.length - 1], 'glow-2'],
    letterings: made.letterings.map((one) => ({
      ...one,
      relief: plainBody({ lip: { width: one.id === 'lettering-1' ? 2.5 : 1, strength: 0.45 } }),
    })),
  };
}
