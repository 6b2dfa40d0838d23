import { filtered } from '../../graph/filter';
import { contentKey, keyOf, type Node } from '../../graph/node';
import { blurMargin, blurReach, blurRegion } from '../../kernels/blur';
import { fromLight, toLight } from '../../kernels/colour';
import { copyOf, madeOpaque, type Raster } from '../../pixels/raster';
import { grow, type Region, type Size } from '../../pixels/region';
import { localContrastNode } from './local';
import type { Grade } from './schema';
import { treatTone } from './tone';

interface GradedWork {
  /** How much of each px is reached: one channel; null for everywhere. */
  reach: Node | null;
  /** Sheet px. */
  sheet: Size;
  /** What must not run into the blurred ground around it: the matte of a veil that the grade leaves alone. */
  spared?: Node | null;
  /** Outside of this nobody looks at it, sheet px; null: everywhere somebody does. */
  only?: Region | null;
}

/** A picture with a grade on it, as far as it reaches. @param source four channels */
export function gradedNode(source: Node, grade: Grade, work: GradedWork): Node {
  const { reach, sheet, spared = null, only = null } = work;
  const blurred = grade.blur > 0 ? blurredNode(source, grade.blur, sheet, spared) : source;
  const treated = grade.localContrast ? localContrastNode(blurred, grade.localContrast, sheet) : blurred;
  return tonedNode(source, treated, grade, reach, reach ? reach.bounds : only);
}

/** A layer with the tone and colour of a grade, everywhere; what reads a neighbourhood is left to other passes. */
export const tonedLayer = (source: Node, grade: Grade): Node => tonedNode(source, source, grade, null, null);

function tonedNode(source: Node, treated: Node, grade: Grade, reach: Node | null, only: Region | null): Node {
  return filtered(source, {
    key: contentKey('graded', keyOf(grade)),
    reach: 0,
    with: { ...(reach && { share: reach }), ...(treated !== source && { treated }) },
    bounds: source.bounds,
    only,
    keepsSolid: true,
    isPure: true,
    apply: (own, { inputs }) =>
      mixed(own, treatTone(inputs.treated ?? own, grade), inputs.share ?? null, grade.strength),
  });
}

/** Out of focus by a Gaussian: light is mixed. What lies beyond the sheet is not mixed in: there its border repeats. */
const blurredNode = (source: Node, sigma: number, sheet: Size, spared: Node | null): Node =>
  filtered(source, {
    key: contentKey('blurred', sigma),
    reach: blurReach(sigma),
    from: ({ region, scale }) => grow(region, blurMargin(sigma * scale)),
    within: sheet,
    with: spared ? { spared } : {},
    widely: ['spared'],
    bounds: source.bounds,
    keepsSolid: true,
    isPure: true,
    apply(picture, { request: { region, scale }, lying, inputs }) {
      const clear = inputs.spared ? without(picture, inputs.spared) : picture;
      return madeOpaque(fromLight(blurRegion(toLight(clear), lying, region, sigma * scale)), 1e-4);
    },
  });

/** What is left of a picture where a veil does not cover it, as a clear layer. */
function without(picture: Raster, matte: Raster): Raster {
  const out = copyOf(picture);
  for (let i = 0, at = 0; i < matte.data.length; i++, at += 4)
    for (let c = 0; c < 4; c++) out.data[at + c] *= 1 - matte.data[i];
  return out;
}

function mixed(own: Raster, treated: Raster, share: Raster | null, strength: number): Raster {
  if (!share && strength === 1) return treated;
  const out = copyOf(own);
  for (let i = 0, at = 0; at < out.data.length; i++, at += 4) {
    const part = (share ? share.data[i] : 1) * strength;
    if (part > 0) for (let c = 0; c < 4; c++) out.data[at + c] += (treated.data[at + c] - out.data[at + c]) * part;
  }
  return out;
}
