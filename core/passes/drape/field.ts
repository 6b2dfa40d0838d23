import type { Direction } from '../../survey/relief';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, middleOf, outerPixels, scaleRegion, type Region } from '../../pixels/region';
import type { Grid } from '../../graph/grid';
import { boundsOf, contentKey, type Node } from '../../graph/node';
import { warp } from '../../kernels/warp';
import { tiltAt } from '../../light/lamp';
import { apply, type Point } from '../../shape/affine';
import type { Letters } from '../../type/letters';
import type { Painted, PaintScene } from '../pass';
import type { ShiftField } from '../../graph/displaced';
import { mapGrid, surfaceGrid } from './grid';
import { shiftsOf } from './laws';
import { reliefRange, surfaceMap, type SurfaceMap } from './map';
import { pullNode, pullReach } from './pull';
import type { Displacement, Drape } from './schema';

/** Where light usually comes from. */
const usualLight: Direction = { tilt: 135, height: 40 };

/** A map that tells no heights rises by this part of the sheet's longer side. */
const usualRise = 0.02;

/** How far letters come at most, sheet px. */
function reachOf({ level, slope, length, view, height }: Displacement, bounds: Region, longer: number): number {
  const bySurface = length > 0 || view > 0 ? 0.25 * bounds.width + (height ?? 0) * view : 0;
  const steepest = 1.5 * Math.max(Math.abs(slope[0]), Math.abs(slope[1]));
  return Math.min(longer / 2, Math.abs(level) * 0.75 + steepest + bySurface) + 2;
}

/** What of the scene a map is made from. */
type Surroundings = Pick<PaintScene, 'surface' | 'materials' | 'sheet' | 'lamp'>;

/** Where the lamp's light comes from at a place, sheet px; where there is no lamp, from where it usually comes. */
const lightAt = (place: Point, { lamp }: Surroundings): Direction =>
  lamp ? { tilt: tiltAt(lamp, place), height: Math.max(5, Math.abs(lamp.height)) } : usualLight;

/** The same at letters. */
export const lightOn = ({ ink, place }: Letters, scene: Surroundings): Direction =>
  lightAt(ink ? apply(place, middleOf(ink)) : [0, 0], scene);

/** The map of a displacement. @param light for a map that names none */
export const surfaceOf = ({ map }: Displacement, light: Direction, scene: Surroundings): SurfaceMap =>
  surfaceMap(map, { ...scene, ground: scene.surface, light });

/** The shifts of a lettering, on the sheet's grid; null where nothing moves it. */
export function shiftField(
  painted: Painted,
  { displacement, pull }: Pick<Drape, 'displacement' | 'pull'>,
  scene: Surroundings,
): ShiftField | null {
  const law = displacement?.shown ? displacement : null;
  const hand = pull?.shown && pull.strength > 0 && pull.strokes.length > 0 ? pull : null;
  if (!law && !hand) return null;
  const { sheet } = scene;
  const longer = Math.max(sheet.width, sheet.height);
  const bounds = boundsOf(painted.layers.map(({ node }) => node)) ?? { x: 0, y: 0, ...sheet };
  const reach = Math.min(longer, (law ? reachOf(law, bounds, longer) : 0) + (hand ? pullReach(hand) + 2 : 0));
  const grid = law ? mapGrid(law.map.from, sheet) : surfaceGrid(sheet);
  const region = outerPixels(scaleRegion(grow(bounds, reach), grid.scale));
  const own = law && lawNode(law, middleOf(painted.cover.all.bounds ?? bounds), region, scene);
  const pulled = hand && pullNode(hand, sheet);
  const node = pulled ? bothNode(own, pulled, hand.strength, region, grid) : own!;
  return { node, region, scale: grid.scale, reach };
}

/** What the laws move, in a region of the grid. */
function lawNode(law: Displacement, middle: Point, region: Region, scene: Surroundings): Node {
  const { grid, map, relief } = surfaceOf(law, lightAt(middle, scene), scene);
  const { sheet } = scene;
  const { scale } = grid;
  const longer = Math.max(sheet.width, sheet.height);
  const centre = [(sheet.width / 2) * scale, (sheet.height / 2) * scale] as const;
  const anchor = [middle[0] * scale, middle[1] * scale] as const;
  const { level, angle, slope, height, length, view, far } = law;
  const needsHeight = relief !== null && height === null;
  const laws = [level, angle, slope, height, length, view, far];
  return {
    key: contentKey('shifts', map.key, needsHeight ? relief.key : '', laws, anchor, region),
    isForAll: true,
    channels: 4,
    bounds: null,
    needs: () => ({
      map: { node: map, region: grid.region, scale },
      ...(needsHeight && { relief: { node: relief, region: grid.region, scale } }),
    }),
    compute(_, inputs) {
      const rise = needsHeight ? reliefRange(inputs.relief) : (height ?? usualRise * longer);
      const places = {
        map: inputs.map,
        region,
        scale,
        height: rise * scale,
        centre,
        anchor,
        far: far * longer * scale,
      };
      const shifts = shiftsOf(law, places);
      const out = emptyRaster(region.width, region.height, 4);
      for (let i = 0, at = 0; i < shifts.across.length; i++, at += 4) {
        out.data[at] = shifts.across[i];
        out.data[at + 1] = shifts.down[i];
        out.data[at + 2] = shifts.eased[i];
      }
      return out;
    },
  };
}

/** Letters pulled about by hand, then laid on the surface: a place shows what the surface shows there of the pulled ones. */
function bothNode(
  own: Node | null,
  { node: pulled, grid: coarse }: { node: Node; grid: Grid },
  strength: number,
  region: Region,
  { scale }: Grid,
): Node {
  return {
    key: contentKey('pulled shifts', own?.key ?? '', pulled.key, strength, region),
    isForAll: true,
    channels: 4,
    bounds: null,
    needs: () => ({
      pulled: { node: pulled, region: coarse.region, scale: coarse.scale },
      ...(own && { own: { node: own, region, scale } }),
    }),
    compute(_, { pulled: hand, own: laws }) {
      const out = laws ? { ...laws, data: laws.data.slice() } : emptyRaster(region.width, region.height, 4);
      const found = warp(
        hand,
        placesOf(out, region, scale, coarse.scale),
        region.width,
        region.height,
        'bicubic',
        'repeat',
      );
      for (let at = 0; at < out.data.length; at += 4) {
        out.data[at] += found.data[at] * strength;
        out.data[at + 1] += found.data[at + 1] * strength;
      }
      return out;
    },
  };
}

/** Where each place of the region looks, after its own shift, px of another grid. */
function placesOf({ width, height, data }: Raster, region: Region, scale: number, to: number): Float32Array {
  const places = new Float32Array(width * height * 2);
  for (let y = 0, i = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at += 4) {
      places[i++] = ((region.x + x + 0.5) / scale + data[at]) * to;
      places[i++] = ((region.y + y + 0.5) / scale + data[at + 1]) * to;
    }
  return places;
}
