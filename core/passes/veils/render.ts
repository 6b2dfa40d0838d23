import { blurMargin, blurRegion } from '../../kernels/blur';
import { crop, emptyRaster, type Raster } from '../../pixels/raster';
import { grow, regionOfPoints, union, type Region } from '../../pixels/region';
import { samplePicture } from '../../pixels/resample';
import { contentKey, keyOf, type Node } from '../../render/node';
import { remember } from '../../render/remember';
import { apply, type Affine, type Point } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import type { Materials } from '../pass';
import { closedPolygons } from './contour';
import type { Veil } from './schema';
import { paintStroke } from './stroke';

/** Where the plate stands that a veil is cut from: sheet px = plate px * scale + (x, y). */
export interface PlatePlace {
  scale: number;
  x: number;
  y: number;
}

const softening = (veil: Veil): number => veil.feather / 2;

/** The veil's matte on the sheet: cut, then feathered, then touched up. One channel, linear. */
export function matteNode(veil: Veil, place: PlatePlace, materials: Materials): Node {
  const polygons = closedPolygons(veil);
  const picture = veil.matte === undefined ? null : materials.picture(veil.matte);
  /** The contours in output px at the scale that was last wanted: all tiles of a frame want the same. */
  let lastCut: { scale: number; polygons: Point[][] } | null = null;
  return {
    key: contentKey('matte', keyOf(veil.contours), picture?.key, veil.feather, keyOf(veil.strokes), place.scale, place.x, place.y),
    channels: 1,
    bounds: picture ? null : matteBounds(veil, place),
    needs: () => [],
    async compute({ region, scale }) {
      const sigma = softening(veil) * scale;
      const wide = grow(region, blurMargin(sigma));
      const toOutput: Affine = { a: place.scale * scale, b: 0, c: 0, d: place.scale * scale, e: place.x * scale, f: place.y * scale };
      if (lastCut?.scale !== scale) lastCut = { scale, polygons: polygons.map((polygon) => polygon.map((point) => apply(toOutput, point))) };
      const cut = coverage(lastCut.polygons, wide);
      if (picture) addMatte(cut, await samplePicture(picture, { scale: toOutput.a, x: toOutput.e, y: toOutput.f }, wide));
      // Far from its edge a veil is the same everywhere, and so is its blur.
      const matte = isEven(cut) ? crop(cut, wide, region) : blurRegion(cut, wide, region, sigma);
      for (const stroke of veil.strokes) paintStroke(matte, region, stroke, toOutput);
      return matte;
    },
  };
}

function isEven({ data }: Raster): boolean {
  const [first] = data;
  for (let i = 1; i < data.length; i++) if (data[i] !== first) return false;
  return true;
}

function addMatte(cut: Raster, matte: Raster): void {
  for (let i = 0; i < cut.data.length; i++) cut.data[i] = Math.max(cut.data[i], matte.data[i]);
}

/** What the contours enclose, plate px. */
const enclosed = remember((polygons: ReturnType<typeof closedPolygons>): Region | null => polygons.reduce<Region | null>((all, polygon) => union(all, regionOfPoints(polygon)), null));

/** How far a blur reaches at most, in its sigmas, whichever way it is computed, and a px. */
const longestReach = 8;

/** The region that the matte can reach, sheet px. */
function matteBounds(veil: Veil, place: PlatePlace): Region {
  let all = enclosed(closedPolygons(veil));
  for (const stroke of veil.strokes) {
    const box = regionOfPoints(stroke.points);
    if (stroke.side === 'front' && box) all = union(all, grow(box, stroke.radius + 1));
  }
  if (!all) return { x: 0, y: 0, width: 0, height: 0 };
  const onSheet = { x: all.x * place.scale + place.x, y: all.y * place.scale + place.y, width: all.width * place.scale, height: all.height * place.scale };
  return grow(onSheet, softening(veil) * longestReach + 2);
}

/** How far, in sheet px, a veil's own colour is looked for inside it. */
const colourReach = 2;

/**
 * The veil's own colour: the plate's pixels, and where the matte is fractional the colour of the veil just inside
 * its edge (the mean of nearby plate pixels, weighted by how surely they belong to the veil), so that the old background
 * does not show as a rim on the letters. Opaque encoded RGB in four channels, meaningful only where the matte is above 0.
 */
export function frontNode(veil: Veil, plate: Node, matte: Node): Node {
  const sigmaAt = (scale: number): number => Math.max(0.6, (colourReach + softening(veil)) * scale);
  return {
    key: contentKey('front', plate.key, matte.key, veil.feather),
    channels: 4,
    bounds: matte.bounds,
    needs({ region, scale }) {
      const wide = grow(region, blurMargin(sigmaAt(scale)));
      return [{ node: plate, region: wide }, { node: matte, region: wide }];
    },
    compute({ region, scale }, [colour, cover]) {
      const sigma = sigmaAt(scale);
      const wide = grow(region, blurMargin(sigma));
      const own = crop(colour, wide, region);
      const inside = crop(cover, wide, region);
      // Only the band of the edge is worked on: what a part of a blur gives does not depend on the rest.
      const band = fractionalBand(inside, region);
      if (!band) return own;
      const around = grow(band, blurMargin(sigma));
      const near = blurRegion(weighted(crop(colour, wide, around), crop(cover, wide, around)), around, band, sigma);
      return cleaned(own, near, inside, region, band);
    },
  };
}

/** The smallest region that holds every px which is neither bare nor all veil. */
function fractionalBand(inside: Raster, region: Region): Region | null {
  let [left, right, top, bottom] = [Infinity, -1, Infinity, -1];
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i++) {
      if (!isFractional(inside.data[i])) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      bottom = y;
    }
  }
  return right < 0 ? null : { x: region.x + left, y: region.y + top, width: right - left + 1, height: bottom - top + 1 };
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
