import { union, unionOf, type Region } from '../pixels/region';
import type { Point } from '../shape/affine';
import { pathBounds } from '../shape/bounds';
import { warpPath, type Bend } from '../shape/warpPath';
import type { Letters, PlaneMap } from './letters';

/**
 * Letters whose outlines, lines and carets are bent, one step after the other. Outlines stay vectors.
 * @param tolerance how far, lettering px, a bent outline may lie from the true one
 * @param warp the whole way from the plane as the lockup left it
 */
export function bentLetters(letters: Letters, steps: readonly Bend[], tolerance: number, warp: PlaneMap): Letters {
  const bent = letters.letters.map((letter) => {
    const path = steps.reduce((now, step) => warpPath(now, step, tolerance), letter.path);
    return { ...letter, path, bounds: pathBounds(path), flatBounds: letter.flatBounds ?? letter.bounds };
  });
  const forward = (point: Point): Point => steps.reduce<Point>((now, step) => step.forward(now), point);
  const inks = new Map<number, Region | null>();
  for (const { line, bounds } of bent) inks.set(line, union(inks.get(line) ?? null, bounds));
  const lines = letters.lines.map((line, index) => ({
    ...line,
    ink: inks.get(index) ?? null,
    carets: line.carets.map(({ foot, head }) => ({ foot: forward(foot), head: forward(head) })),
  }));
  return { ...letters, letters: bent, lines, ink: unionOf([...inks.values()]), warp };
}
