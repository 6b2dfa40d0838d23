import { blurMargin, blurReach, blurRegion } from '../../kernels/blur';
import { boxWhere } from '../../pixels/boxWhere';
import { crop, emptyRaster, type Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';
import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import type { Materials } from '../../graph/materials';
import type { PhotographPlace } from '../pass';
import { withoutCast } from './cast';
import { drawMatte } from './cutRaster';
import { featherSigma, platePlacement } from './render';
import type { Veil } from './schema';
import { softest } from './softness/soften';

/** How far, in sheet px, a veil's own colour is looked for inside it. */
const colourReach = 2;

/**
 * The veil's own colour: the plate's pixels, and where the matte is fractional the colour of the veil just inside
 * its edge (the mean of nearby plate pixels, weighted by how surely they belong to the veil), so that the old
 * background
 * does not show as a rim on the letters. Opaque encoded RGB in four channels, meaningful only where the matte is above
 * 0.
 */
export function frontNode(veil: Veil, place: PhotographPlace, materials: Materials, plate: Node, matte: Node): Node {
  const softening = featherSigma(veil) + (veil.softness ? softest(veil.softness) * place.scale : 0);
  const sigmaAt = (scale: number): number => Math.max(0.6, (colourReach + softening) * scale);
  const solved = veil.fine?.front ? materials.picture(veil.fine.front) : null;
  return filtered(plate, {
    key: contentKey('front', softening, solved?.key, veil.cast),
    reach: blurReach(colourReach + softening),
    from: ({ region, scale }) => grow(region, blurMargin(sigmaAt(scale))),
    with: { matte },
    widely: ['matte'],
    masked: 'matte',
    bounds: matte.bounds,
    async apply(colour, { request: { region, scale }, inputs: { matte: cover } }) {
      const near = nearColours(colour, cover, region, sigmaAt(scale));
      const onPlate = { picture: materials.picture(place.asset), toOutput: platePlacement(place, scale) };
      const clean = solved ? over(near, await drawMatte(solved, onPlate, region)) : near;
      return veil.cast ? withoutCast(clean, edgeNear(cover, region, sigmaAt(scale)), veil.cast) : clean;
    },
  });
}

/** How near each px is to where the matte is fractional: 1 there, fading within the reach of a blur. */
function edgeNear(cover: Raster, region: Region, sigma: number): Float32Array {
  const wide = grow(region, blurMargin(sigma));
  const { data } = blurRegion(cover, wide, region, sigma);
  return data.map((share) => Math.min(1, Math.max(0, (edgeEnds - share) / edgeFades)));
}

/** From this much of the veil all around on, a px lies inside; and over how much that fades. */
const edgeEnds = 0.995;
const edgeFades = 0.12;

/** Puts the colours that were solved for over the others, as far as their band goes. */
function over(below: Raster, solved: Raster): Raster {
  const out = { ...below, data: below.data.slice() };
  for (let at = 0; at < out.data.length; at += 4) {
    const share = Math.min(1, solved.data[at + 3]);
    if (share > 0) for (let c = 0; c < 4; c++) out.data[at + c] = solved.data[at + c] + out.data[at + c] * (1 - share);
  }
  return out;
}

/** @param colour, @param cover lie around `region` with the blur's margin */
function nearColours(colour: Raster, cover: Raster, region: Region, sigma: number): Raster {
  const wide = grow(region, blurMargin(sigma));
  const own = crop(colour, wide, region);
  const inside = crop(cover, wide, region);
  // Only the band of the edge is worked on: what a part of a blur gives does not depend on the rest.
  const band = boxWhere(region, (i) => isFractional(inside.data[i]));
  if (!band) return own;
  const around = grow(band, blurMargin(sigma));
  const near = blurRegion(weighted(crop(colour, wide, around), crop(cover, wide, around)), around, band, sigma);
  return cleaned(own, near, inside, region, band);
}

const isFractional = (share: number): boolean => share > 0 && share < solid;

/** From this matte value on, the plate's pixel is taken to be all veil. */
const solid = 0.98;

function weighted(colour: Raster, cover: Raster): Raster {
  const out = emptyRaster(colour.width, colour.height, 4);
  for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
    const share = cover.data[i];
    if (share <= 0) continue;
    const square = share * share;
    const weight = square * square * square;
    out.data[at] = colour.data[at] * weight;
    out.data[at + 1] = colour.data[at + 1] * weight;
    out.data[at + 2] = colour.data[at + 2] * weight;
    out.data[at + 3] = colour.data[at + 3] * weight;
  }
  return out;
}

/** @param near the colours found, lying at `band` */
function cleaned(own: Raster, near: Raster, inside: Raster, region: Region, band: Region): Raster {
  const out: Raster = { ...own, data: own.data.slice() };
  for (let y = 0; y < band.height; y++) {
    let i = (band.y - region.y + y) * region.width + band.x - region.x;
    let from = y * band.width * 4;
    for (let x = 0; x < band.width; x++, i++, from += 4) {
      const found = near.data[from + 3];
      if (!isFractional(inside.data[i]) || found < 1e-4) continue;
      const at = i * 4;
      for (let c = 0; c < 3; c++) out.data[at + c] = near.data[from + c] / found;
      out.data[at + 3] = 1;
    }
  }
  return out;
}
