import { filtered } from '../../graph/filter';
import { contentKey, keyOf, type Node, type Request } from '../../graph/node';
import { blurMargin, blurReach, blurRegion } from '../../kernels/blur';
import { fromLight, toLight } from '../../kernels/colour';
import { sigmaOfWidth } from '../../light/fall';
import { copyOf, crop, madeOpaque, type Raster } from '../../pixels/raster';
import { grow, type Region, type Size } from '../../pixels/region';
import type { Grade, GradeReach } from './schema';
import { treatTone } from './treat';

/**
 * How much of each px a grade reaches: one channel.
 * @param cover of the letters, and @param matte of the veil that the reach names; null where it names none
 */
export function reachNode({ area, on, soft }: GradeReach, cover: Node, matte: Node | null): Node {
  const sigma = sigmaOfWidth(soft);
  return filtered(cover, {
    key: contentKey('reach', area, on.kind),
    reach: 2 * soft,
    from: ({ region, scale }) => grow(region, blurMargin(sigma * scale)),
    with: matte ? { matte } : {},
    bounds: area === 'inside' && cover.bounds ? grow(cover.bounds, 2 * soft) : null,
    apply(letters, { request, lying, inputs }) {
      const out = copyOf(blurRegion(letters, lying, request.region, sigma * request.scale));
      for (let i = 0; i < out.data.length; i++) {
        const inside = area === 'inside' ? out.data[i] : 1 - out.data[i];
        out.data[i] = inside * shareOn(on.kind, inputs.matte, i);
      }
      return out;
    },
  });
}

function shareOn(kind: GradeReach['on']['kind'], matte: Raster | undefined, i: number): number {
  if (!matte) return 1;
  return kind === 'veil' ? matte.data[i] : 1 - matte.data[i];
}

/**
 * A picture with a grade on it, as far as it reaches. The blur mixes light.
 * @param source four channels
 * @param sheet sheet px
 * @param spared what must not run into the blurred ground around it: the matte of a veil that the grade leaves alone
 */
export function gradedNode(source: Node, grade: Grade, reach: Node, sheet: Size, spared: Node | null = null): Node {
  return filtered(source, {
    key: contentKey('graded', keyOf(grade)),
    reach: blurReach(grade.blur),
    from: ({ region, scale }) => grow(region, blurMargin(grade.blur * scale)),
    // What lies beyond the sheet is not mixed in: there its border repeats.
    within: sheet,
    with: { share: reach, ...(spared && grade.blur > 0 && { spared }) },
    widely: ['spared'],
    bounds: source.bounds,
    only: reach.bounds,
    keepsSolid: true,
    apply(picture, { request, lying, inputs }) {
      const own = crop(picture, lying, request.region);
      const clear = inputs.spared ? without(picture, inputs.spared) : picture;
      const blurred = grade.blur > 0 ? blurredLight(clear, lying, request, grade.blur) : own;
      return mixed(own, treatTone(blurred, grade), inputs.share, grade.strength);
    },
  });
}

const blurredLight = (picture: Raster, lying: Region, { region, scale }: Request, sigma: number): Raster =>
  madeOpaque(fromLight(blurRegion(toLight(picture), lying, region, sigma * scale)), 1e-4);

/** What is left of a picture where a veil does not cover it, as a clear layer. */
function without(picture: Raster, matte: Raster): Raster {
  const out = copyOf(picture);
  for (let i = 0, at = 0; i < matte.data.length; i++, at += 4)
    for (let c = 0; c < 4; c++) out.data[at + c] *= 1 - matte.data[i];
  return out;
}

function mixed(own: Raster, treated: Raster, { data: shares }: Raster, strength: number): Raster {
  const out = copyOf(own);
  for (let i = 0, at = 0; i < shares.length; i++, at += 4) {
    const share = shares[i] * strength;
    if (share > 0) for (let c = 0; c < 4; c++) out.data[at + c] += (treated.data[at + c] - out.data[at + c]) * share;
  }
  return out;
}
