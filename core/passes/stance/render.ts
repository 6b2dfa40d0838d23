import { middleOf, type Region } from '../../pixels/region';
import { contentKey } from '../../graph/node';
import { memoizeLast } from '../../graph/memoize';
import { followedBy, placed, type Affine, type Point } from '../../shape/affine';
import { bentLetters } from '../../type/bentLetters';
import type { Letters } from '../../type/letters';
import { bendOf, perspectiveOf, type PlaneBend } from './bending';
import { echoPlaces } from './echoes';
import type { Stance } from './schema';

/** How far, sheet px at 100 %, a bent outline may lie from the true one. */
const fineness = 0.01;

/** Bends the letters and puts them on the sheet. Outlines stay vectors, so their edges are crisp at every scale. */
export function stand(letters: Letters, stance: Stance): Letters {
  const bent = bentByStance(letters, stance);
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
function bentByStance(letters: Letters, { bend, perspective, scale }: Stance): Letters {
  if (!letters.ink || (!bend && !perspective)) return letters;
  // The tolerance follows the scale in steps, so that scaling by hand does not bend anew for every px.
  const step = 2 ** Math.ceil(Math.log2(scale));
  return lastBent(letters, JSON.stringify([bend, perspective, step]), () => {
    const steps: PlaneBend[] = [];
    if (bend) steps.push(bendOf(bend, letters.ink!, letters.capHeight));
    if (perspective) steps.push(perspectiveOf(perspective));
    return bentLetters(letters, steps, fineness / step, {
      key: contentKey(bend, perspective, letters.ink, letters.capHeight),
      forward: (point) => steps.reduce<Point>((now, one) => one.forward(now), point),
      backward: (point) => steps.reduceRight<Point>((now, one) => one.backward(now), point),
    });
  });
}

const lastBent = memoizeLast<Letters, Letters>();
