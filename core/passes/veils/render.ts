import { blurMargin, blurReach, blurRegion } from '../../kernels/blur';
import { isBlank } from '../../pixels/even';
import { copyOf, crop, isEven, type Raster } from '../../pixels/raster';
import { grow, regionOfPoints, union, unionOf, type Region } from '../../pixels/region';
import type { Picture } from '../../pictures/pyramid';
import { contentKey, keyOf, nowhere, type Node } from '../../graph/node';
import { memoize } from '../../graph/memoize';
import type { Affine } from '../../shape/affine';
import type { Materials } from '../../graph/materials';
import type { PhotographPlace } from '../pass';
import { growBorder, growBorderBy, growMargin } from '../../pixels/growBorder';
import { growthsIn, largestGrowth } from './growths';
import { polygonsOf } from './contour';
import { drawCuts, drawMatte } from './cutRaster';
import { solvedOf, type Cut, type Veil } from './schema';
import { isEdgeOld } from './solved';
import { soften, softenMargin, softest } from './softness/soften';
import { touchUpMatte } from './stroke';

/** The coverage of a lettering's letters, one channel; null where there is no such lettering. */
export type CoverOf = (lettering: string) => Node | null;

/** Sigma of the feather, sheet px. */
export const featherSigma = (veil: Veil): number => veil.feather / 2;

/** Plate px to output px. */
export const platePlacement = (place: PhotographPlace, scale: number): Affine => ({
  a: place.scale * scale,
  b: 0,
  c: 0,
  d: place.scale * scale,
  e: place.x * scale,
  f: place.y * scale,
});

/** The veil's matte on the sheet: cut, softened, its fine edge put in, then touched up. One channel, linear. */
export function matteNode(
  veil: Veil,
  place: PhotographPlace,
  materials: Materials,
  coverOf: CoverOf = () => null,
): Node {
  const picture = materials.picture(place.asset);
  const pictures = solvedOf(veil).map(({ key }) => materials.picture(key).key);
  const fences = [...new Set(veil.strokes.flatMap(({ fence }) => (fence ? [fence.lettering] : [])))].flatMap(
    (lettering) => {
      const node = coverOf(lettering);
      return node ? [{ lettering, node }] : [];
    },
  );
  return {
    key: contentKey(
      'matte',
      picture.key,
      keyOf(veil.cuts),
      veil.fine && keyOf(veil.fine),
      veil.softness && keyOf(veil.softness),
      pictures,
      veil.feather,
      veil.grow,
      keyOf(veil.growths),
      keyOf(veil.strokes),
      fences.map(({ node }) => node.key),
      place.scale,
      place.x,
      place.y,
    ),
    channels: 1,
    isTiled: true,
    bounds: matteBounds(veil, place, picture),
    needs: ({ region }) => Object.fromEntries(fences.map(({ lettering, node }) => [lettering, { node, region }])),
    async compute({ region, scale }, fenced) {
      const toOutput = platePlacement(place, scale);
      const ground = { picture, matte: (asset: string) => materials.picture(asset), toOutput };
      const amount = veil.grow * place.scale * scale;
      const largest = largestGrowth(amount, veil.growths, toOutput);
      const wide = grow(region, growMargin(largest));
      let matte = await softenedCut(veil, ground, wide, featherSigma(veil) * scale);
      // What was solved for other cuts would show their border as a ghost.
      if (veil.fine?.matte && veil.fine.front && !isEdgeOld(veil)) {
        const band = await drawMatte(materials.picture(veil.fine.front), ground, wide);
        if (!isBlank(band))
          matte = putIn(matte, await drawMatte(materials.picture(veil.fine.matte), ground, wide), band);
      }
      if (veil.growths.length > 0)
        matte = growBorderBy(matte, region, growthsIn(veil.growths, region, toOutput, amount), largest);
      else if (amount !== 0) matte = growBorder(matte, region, amount);
      if (veil.strokes.length === 0) return matte;
      const touched = copyOf(matte);
      for (const stroke of veil.strokes) {
        const fence = (stroke.fence && fenced[stroke.fence.lettering]) ?? null;
        touchUpMatte(touched, matte, region, stroke, toOutput, fence);
      }
      return touched;
    },
  };
}

async function softenedCut(
  veil: Veil,
  ground: Parameters<typeof drawCuts>[1],
  region: Region,
  sigma: number,
): Promise<Raster> {
  const softness = veil.softness && veil.softness.profile.length > 0 ? veil.softness : null;
  const inner = softness ? softenMargin(softness, ground.toOutput) : 0;
  const margin = inner + blurMargin(sigma);
  const wide = grow(region, margin);
  const cut = await drawCuts(veil.cuts, ground, wide);
  // Far from its edge a veil is the same everywhere, and so is its blur. What is worked on further is never what is kept.
  if (isEven(cut)) return crop(cut, wide, region);
  const feathered = blurRegion(cut, wide, grow(region, inner), sigma);
  return softness ? soften(feathered, region, softness, ground.toOutput) : feathered;
}

/** The solved edge put in where its band is: a new raster. */
function putIn(matte: Raster, { data: solved }: Raster, { data: band }: Raster): Raster {
  const out = copyOf(matte);
  const { data } = out;
  for (let i = 0, at = 3; i < data.length; i++, at += 4) {
    const share = band[at];
    if (share > 0) data[i] += (solved[i] - data[i]) * (share < 1 ? share : 1);
  }
  return out;
}

/** What the contours enclose, plate px. */
const enclosed = memoize((cut: Extract<Cut, { kind: 'trace' }>): Region | null =>
  unionOf(polygonsOf(cut.contours).map(regionOfPoints)),
);

/**
 * The region that the matte can reach, sheet px: that of the added cuts and strokes; solved ones may lie anywhere on
 * the plate.
 */
function matteBounds(veil: Veil, place: PhotographPlace, picture: Picture): Region {
  const plate = { x: 0, y: 0, width: picture.width, height: picture.height };
  let all: Region | null = veil.fine?.matte ? plate : null;
  for (const cut of veil.cuts) {
    if (cut.operation !== 'add') continue;
    all = union(all, cut.kind === 'trace' ? enclosed(cut) : plate);
  }
  for (const stroke of veil.strokes) {
    const box = regionOfPoints(stroke.points);
    if (stroke.side === 'front' && box) all = union(all, grow(box, stroke.radius + 1));
  }
  if (!all) return nowhere;
  const onSheet = {
    x: all.x * place.scale + place.x,
    y: all.y * place.scale + place.y,
    width: all.width * place.scale,
    height: all.height * place.scale,
  };
  const sigma = featherSigma(veil) + (veil.softness ? softest(veil.softness) * place.scale : 0);
  const grown = largestGrowth(Math.max(0, veil.grow) * place.scale, veil.growths, platePlacement(place, 1));
  return grow(onSheet, blurReach(sigma) + grown + 2);
}
