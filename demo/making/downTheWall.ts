import { untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { setWords } from '../../core/passes/words/render';
import { plainWords } from '../../core/passes/words/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainBite, plainDrape } from '../../core/passes/drape/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance, type Perspective } from '../../core/passes/stance/schema';
import { plainVeil, tracedCut, type Veil } from '../../core/passes/veils/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { corners as cornersOf, type Point } from '../../core/shape/affine';
import { demoPlate } from '../../core/testing/plates';
import { shippedFace } from '../../core/testing/faces';
import { piece, rounded, trace } from './common';

/** Words painted on the wall, in its perspective; others stand behind the post. */
export async function downTheWall(): Promise<Piece> {
  const post = await trace(
    await demoPlate('kilnwall'),
    [
      [489, 1197, 'straight'],
      [492, 960],
      [495, 720],
      [497, 512],
      [487, 494],
      [489, 465],
      [498, 456],
      [505, 254, 'straight'],
      [600, 272],
      [598, 456],
      [608, 478],
      [606, 505],
      [596, 515],
      [590, 760],
      [587, 960],
      [584, 1197, 'straight'],
    ],
    'straight',
  );
  const veil: Veil = plainVeil({
    id: 'veil-1',
    name: 'post',
    plate: 'plate-1',
    cuts: [tracedCut([post])],
    feather: 1.4,
  });
  // The corners lie on lines to the point where the courses of bricks meet, near (594, 528).
  const stance = { x: 1342, y: 392, rotation: 0, scale: 1 };
  const corners: Point[] = [
    [960, 411],
    [1725, 165],
    [1725, 500],
    [960, 518],
  ];
  const words = plainWords({
    text: 'AMBERSHAW',
    face: 'big-shoulders-display-black',
    size: 250,
    leading: 0.9,
    tracking: 0.015,
    alignment: 'centre',
  });
  const box = setWords(words, {
    face: () => shippedFace('big-shoulders-display-black'),
    picture: () => {
      throw new Error('No pictures here.');
    },
  }).ink!;
  const moves = cornersOf(box).map(([x, y], i) =>
    rounded([corners[i][0] - stance.x - x, corners[i][1] - stance.y - y]),
  ) as Perspective['moves'];
  const wall: Lettering = {
    id: 'lettering-1',
    name: 'AMBERSHAW',
    words,
    stance: plainStance({ ...stance, perspective: { box, moves } }),
    ink: plainInk([solidCoat({ colour: '#efe6d2', opacity: 0.92 })]),
    ...untouched(),
    drape: { ...plainDrape(), bite: plainBite({ keptOut: 1, radius: 5 }) },
    outlines: plainOutlines(),
  };
  const behind: Lettering = {
    id: 'lettering-2',
    name: 'KILN',
    words: plainWords({
      text: 'KILN',
      face: 'bowlby-one',
      size: 236,
      leading: 0.9,
      tracking: 0.01,
      alignment: 'centre',
    }),
    stance: plainStance({ x: 392, y: 366, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#7a3b22' })]),
    ...untouched(),
    outlines: plainOutlines(),
  };
  return piece(
    'Down the wall',
    'kilnwall',
    ['big-shoulders-display-black', 'bowlby-one'],
    [wall, behind],
    [veil],
    ['lettering-1', 'lettering-2', 'veil-1'],
  );
}
