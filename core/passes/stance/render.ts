import { middleOf, union, unionOf, type Region } from '../../pixels/region';
import { contentKey } from '../../graph/node';
import { memoizeLast } from '../../graph/memoize';
import { followedBy, placed, type Affine, type Point } from '../../shape/affine';
import { pathBounds } from '../../shape/bounds';
import { warpPath } from '../../shape/warpPath';
import type { Letters, PlaneMap } from '../../type/letters';
import { bendOf, perspectiveOf, type PlaneBend } from './bending';
import { echoPlaces } from './echoes';
import type { Stance } from './schema';

/** How far, sheet px at 100 %, a bent outline may lie from the true one. */
const fineness = 0.01;

/** Bends the letters and puts them on the sheet. Outlines stay vectors, so their edges are crisp at every scale. */
export function stand(letters: Letters, stance: Stance): Letters {
  const bent = bentLetters(letters, stance);
  const place = followedBy(flipOf(stance, bent.ink), placed(stance.scale, stance.rotation, stance.x, stance.y));
  return { ...bent, place, echoes: bent.ink ? echoPlaces(stance.echoes, bent.ink, place) : [] };
}

function flipOf({ flipAcross, flipDown }: Stance, ink: Region | null): Affine {
  const [cx, cy] = ink ? middleOf(ink) : [0, 0];
  return {
    a: flipAcross ? -1 : 1,
    b: 0,
    c: 0,
    d: flipDown ? -1 : 1,
    e: flipAcross ? 2 * cx : 0,
    f: flipDown ? 2 * cy : 0,
  };
}

/** The outlines after bend and perspective. While words are only moved about, they are not bent again. */
function bentLetters(letters: Letters, { bend, perspective, scale }: Stance): Letters {
  if (!letters.ink || (!bend && !perspective)) return letters;
  // The tolerance follows the scale in steps, so that scaling by hand does not bend anew for every px.
  const step = 2 ** Math.ceil(Math.log2(scale));
  return lastBent(letters, JSON.stringify([bend, perspective, step]), () => {
    const steps: PlaneBend[] = [];
    if (bend) steps.push(bendOf(bend, letters.ink!, letters.capHeight));
    if (perspective) steps.push(perspectiveOf(perspective));
    return bentBy(letters, steps, fineness / step, contentKey(bend, perspective, letters.ink, letters.capHeight));
  });
}

const lastBent = memoizeLast<Letters, Letters>();

function bentBy(letters: Letters, steps: readonly PlaneBend[], tolerance: number, key: string): Letters {
  const bent = letters.letters.map((letter) => {
    const path = steps.reduce((now, step) => warpPath(now, step, tolerance), letter.path);
    return { ...letter, path, bounds: pathBounds(path), flatBounds: letter.bounds };
  });
  const warp: PlaneMap = {
    key,
    forward: (point) => steps.reduce<Point>((now, step) => step.forward(now), point),
    backward: (point) => steps.reduceRight<Point>((now, step) => step.backward(now), point),
  };
  const inks = new Map<number, Region | null>();
  for (const { line, bounds } of bent) inks.set(line, union(inks.get(line) ?? null, bounds));
  const lines = letters.lines.map((line, index) => ({
    ...line,
    ink: inks.get(index) ?? null,
    carets: line.carets.map(({ foot, head }) => ({ foot: warp.forward(foot), head: warp.forward(head) })),
  }));
  return { ...letters, letters: bent, lines, ink: unionOf([...inks.values()]), warp };
}
