import { blurMargin, blurRegion } from '../../kernels/blur';
import { fromLight, toLight } from '../../kernels/colour';
import { copyOf, crop, madeOpaque, type Raster } from '../../pixels/raster';
import { grow, intersect, union, type Region } from '../../pixels/region';
import { sheetAt } from '../../graph/tiles';
import { contentKey, keyOf, touches, type Node, type Request } from '../../graph/node';
import type { Grade, GradeReach } from './schema';
import { treatTone } from './treat';

interface Size {
  width: number;
  height: number;
}

/** Width of a soft edge to the sigma of the Gaussian that makes it. */
const sigmaOf = (width: number): number => width / 4;

/**
 * How much of each px a grade reaches: one channel.
 * @param cover of the letters, and @param matte of the veil that the reach names; null where it names none
 */
export function reachNode({ area, on, soft }: GradeReach, cover: Node, matte: Node | null): Node {
  const wide = ({ region, scale }: Request): Region => grow(region, blurMargin(sigmaOf(soft) * scale));
  return {
    key: contentKey('reach', area, on.kind, soft, cover.key, matte?.key),
    channels: 1,
    bounds: area === 'inside' && cover.bounds ? grow(cover.bounds, 2 * soft) : null,
    needs: (request) => [
      { node: cover, region: wide(request) },
      ...(matte ? [{ node: matte, region: request.region }] : []),
    ],
    compute(request, [letters, veil]) {
      const soften = blurRegion(letters, wide(request), request.region, sigmaOf(soft) * request.scale);
      const out = copyOf(soften);
      for (let i = 0; i < out.data.length; i++) {
        const inside = area === 'inside' ? out.data[i] : 1 - out.data[i];
        out.data[i] = inside * (!veil ? 1 : on.kind === 'veil' ? veil.data[i] : 1 - veil.data[i]);
      }
      return out;
    },
  };
}

/**
 * A picture with a grade on it, as far as it reaches. The blur mixes light.
 * @param source four channels
 * @param sheet sheet px
 * @param spared what must not run into the blurred ground around it: the matte of a veil that the grade leaves alone
 */
export function gradedNode(source: Node, grade: Grade, reach: Node, sheet: Size, spared: Node | null = null): Node {
  const isReached = (request: Request): boolean => touches(reach.bounds, request);
  // What lies beyond the sheet is not mixed in: there its border repeats.
  const wide = ({ region, scale }: Request): Region =>
    union(region, intersect(grow(region, blurMargin(grade.blur * scale)), sheetAt(sheet, scale)))!;
  const key = contentKey('graded', source.key, keyOf(grade), reach.key, spared?.key);
  return {
    key,
    channels: 4,
    bounds: source.bounds,
    isSolid: (request) => source.isSolid?.(request) === true,
    keyAt: (request) =>
      isReached(request)
        ? contentKey(key, source.keyAt?.({ ...request, region: wide(request) }))
        : (source.keyAt?.(request) ?? source.key),
    asStored: async (request) => (isReached(request) ? null : ((await source.asStored?.(request)) ?? null)),
    needs(request) {
      const { region } = request;
      if (!isReached(request)) return [{ node: source, region }];
      return [
        { node: source, region: wide(request) },
        { node: reach, region },
        ...(spared && grade.blur > 0 ? [{ node: spared, region: wide(request) }] : []),
      ];
    },
    compute(request, [picture, share, matte]) {
      if (!isReached(request)) return picture;
      const own = crop(picture, wide(request), request.region);
      const blurred =
        grade.blur > 0
          ? blurredLight(matte ? without(picture, matte) : picture, wide(request), request, grade.blur)
          : own;
      return mixed(own, treatTone(blurred, grade), share, grade.strength);
    },
  };
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
