import { blurMargin, gaussianBlur } from '../../pixels/blur';
import { crop, emptyRaster, type Raster } from '../../pixels/raster';
import { grow, regionOfPoints, union, type Region } from '../../pixels/region';
import { samplePicture } from '../../pixels/resample';
import { contentKey, type Node } from '../../render/node';
import { apply, type Affine } from '../../shape/affine';
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
  return {
    key: contentKey('matte', polygons, picture?.key, veil.feather, veil.strokes, place.scale, place.x, place.y),
    channels: 1,
    bounds: picture ? null : matteBounds(veil, place),
    needs: () => [],
    async compute({ region, scale }) {
      const sigma = softening(veil) * scale;
      const wide = grow(region, blurMargin(sigma));
      const toOutput: Affine = { a: place.scale * scale, b: 0, c: 0, d: place.scale * scale, e: place.x * scale, f: place.y * scale };
      const cut = cutAt(polygons, toOutput, wide);
      if (picture) addMatte(cut, await samplePicture(picture, { scale: toOutput.a, x: toOutput.e, y: toOutput.f }, wide));
      const soft = crop(gaussianBlur(cut, sigma), wide, region);
      const matte = soft === cut ? soft : { ...soft, data: soft.data.slice() };
      for (const stroke of veil.strokes) paintStroke(matte, region, stroke, toOutput);
      return matte;
    },
  };
}

function cutAt(polygons: readonly (readonly (readonly [number, number])[])[], toOutput: Affine, region: Region): Raster {
  if (polygons.length === 0) return emptyRaster(region.width, region.height, 1);
  return coverage(polygons.map((polygon) => polygon.map((point) => apply(toOutput, point))), region);
}

function addMatte(cut: Raster, matte: Raster): void {
  for (let i = 0; i < cut.data.length; i++) cut.data[i] = Math.max(cut.data[i], matte.data[i]);
}

/** The region that the matte can reach, sheet px. */
function matteBounds(veil: Veil, place: PlatePlace): Region {
  let all: Region | null = null;
  for (const polygon of closedPolygons(veil)) all = union(all, regionOfPoints(polygon));
  for (const stroke of veil.strokes) {
    const box = regionOfPoints(stroke.points);
    if (stroke.side === 'front' && box) all = union(all, grow(box, stroke.radius + 1));
  }
  if (!all) return { x: 0, y: 0, width: 0, height: 0 };
  const onSheet = { x: all.x * place.scale + place.x, y: all.y * place.scale + place.y, width: all.width * place.scale, height: all.height * place.scale };
  return grow(onSheet, softening(veil) * 3 + 2);
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
      if (!inside.data.some((share) => share > 0 && share < solid)) return own;
      const near = crop(gaussianBlur(weighted(colour, cover), sigma), wide, region);
      return cleaned(own, near, inside);
    },
  };
}

/** From this matte value on, the plate's pixel is taken to be all veil. */
const solid = 0.98;

function weighted(colour: Raster, cover: Raster): Raster {
  const out = emptyRaster(colour.width, colour.height, 4);
  for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
    const weight = cover.data[i] ** 6;
    for (let c = 0; c < 3; c++) out.data[at + c] = colour.data[at + c] * weight;
    out.data[at + 3] = colour.data[at + 3] * weight;
  }
  return out;
}

function cleaned(own: Raster, near: Raster, inside: Raster): Raster {
  const out: Raster = { ...own, data: own.data.slice() };
  for (let i = 0, at = 0; i < inside.data.length; i++, at += 4) {
    const share = inside.data[i];
    const found = near.data[at + 3];
    if (share <= 0 || share >= solid || found < 1e-4) continue;
    for (let c = 0; c < 3; c++) out.data[at + c] = near.data[at + c] / found;
    out.data[at + 3] = 1;
  }
  return out;
}
