import type { Letter, Letters } from '../type/letters';
import type { PaintScene } from '../passes/pass';
import { pathBounds } from '../shape/bounds';
import { identity, type Point } from '../shape/affine';
import { polygonPath, type Path } from '../shape/path';
import { unionOf } from '../pixels/region';
import { colourNode } from './nodes';

/** A letter that is a polygon or a path. For tests. */
export function drawnLetter(
  outline: readonly Point[] | Path,
  { start = 0, line = 0, colour = null }: Partial<Pick<Letter, 'start' | 'line' | 'colour'>> = {},
): Letter {
  const path =
    outline.length > 0 && 'kind' in outline[0] ? (outline as Path) : polygonPath(outline as readonly Point[]);
  return { start, text: 'I', line, path, bounds: pathBounds(path), colour };
}

export const square = (x: number, y: number, side: number): Point[] => [
  [x, y],
  [x + side, y],
  [x + side, y + side],
  [x, y + side],
];

/** Letters as they are with defaults for all that is not given. For tests. */
export function drawnLetters(letters: Letter[], change: Partial<Letters> = {}): Letters {
  const ink = unionOf(letters.map(({ bounds }) => bounds));
  return {
    letters,
    lines: [],
    size: 100,
    capHeight: 70,
    ink,
    flatInk: ink,
    place: identity,
    warp: null,
    echoes: [],
    reading: null,
    ...change,
  };
}

/** What letters are painted with where there are no pictures and no faces. For tests. */
export const bareScene = (photo = '#ffffff', sheet = { width: 100, height: 100 }): PaintScene => ({
  materials: {
    picture: () => {
      throw new Error('no pictures here');
    },
    face: () => {
      throw new Error('no faces here');
    },
  },
  photo: colourNode(photo),
  below: colourNode(photo),
  lamp: null,
  plane: () => null,
  surface: colourNode(photo),
  bareSheet: colourNode('#ffffff'),
  sheet,
});
