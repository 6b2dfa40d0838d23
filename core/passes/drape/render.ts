import type { Direction } from '../../survey/relief';
import { emptyRaster } from '../../pixels/raster';
import { grow, intersect, middleOf, type Region } from '../../pixels/region';
import { boundsOf, contentKey, type Node } from '../../graph/node';
import { tiltAt } from '../../light/lamp';
import { apply, type Point } from '../../shape/affine';
import type { Letters } from '../../type/letters';
import { mapLayers, type Layer, type Painted, type PaintScene } from '../pass';
import { bitten } from './bite';
import { groundRegion } from './bite/shade';
import { displaced, type ShiftField } from './displaced';
import { gridOf } from './grid';
import { shiftsOf } from './laws';
import { reliefRange, surfaceMap, type SurfaceMap } from './map';
import type { Displacement, Drape } from './schema';

/** Where light usually comes from. */
const usualLight: Direction = { tilt: 135, height: 40 };

/** A map that tells no heights rises by this part of the sheet's longer side. */
const usualRise = 0.02;

/** A lettering that follows the surface below it. */
export function draped(painted: Painted, { displacement, bite }: Drape, scene: PaintScene): Painted {
  const moved = displacement?.shown
    ? movedLayers(painted, displacement, shiftField(painted, displacement, scene))
    : painted;
  const bounds = bite?.shown ? onSheet(boundsOf(moved.layers.map(({ node }) => node)), scene) : null;
  if (!bite || !bounds) return moved;
  const { scale } = gridOf(scene.sheet);
  const taken = bitten(bite, {
    node: scene.surface,
    letters: moved.cover.all,
    region: groundRegion(bounds, scale),
    scale,
  });
  return {
    layers: moved.layers.map((one) => (one.place === 'hole' ? one : bittenLayer(one, taken.layer))),
    cover: { all: taken.cover(moved.cover.all), of: (some) => taken.cover(moved.cover.of(some)) },
  };
}

/** Whatever takes to a surface does so in light. */
const bittenLayer = (one: Layer, change: (node: Node) => Node): Layer => ({
  ...one,
  node: change(one.node),
  mixing: one.mode === 'normal' ? 'linear' : one.mixing,
  ...(one.parts && { parts: { inside: change(one.parts.inside), outside: change(one.parts.outside) } }),
});

const onSheet = (bounds: Region | null, { sheet }: PaintScene): Region | null => {
  const whole = { x: 0, y: 0, width: sheet.width, height: sheet.height };
  return bounds ? intersect(bounds, whole) : whole;
};

/** Which layers belong to what can be left where it is. */
const leftBy: Record<Displacement['leaves'][number], (name: string) => boolean> = {
  panel: (name) => name === 'panel',
  outlines: (name) => name.startsWith('outline'),
  echoes: (name) => name === 'echoes',
};

function movedLayers(painted: Painted, { leaves }: Displacement, field: ShiftField): Painted {
  const isLeft = ({ name }: Layer): boolean => leaves.some((one) => leftBy[one](name));
  const moved = mapLayers(painted, (node) => displaced(node, field));
  return { ...moved, layers: moved.layers.map((one, i) => (isLeft(painted.layers[i]) ? painted.layers[i] : one)) };
}

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

/** The shifts of a lettering as a node, on the sheet's grid. */
export function shiftField(painted: Painted, displacement: Displacement, scene: Surroundings): ShiftField {
  const { sheet } = scene;
  const bounds = boundsOf(painted.layers.map(({ node }) => node)) ?? { x: 0, y: 0, ...sheet };
  const letters = painted.cover.all.bounds ?? bounds;
  const { grid, map, relief } = surfaceOf(displacement, lightAt(middleOf(letters), scene), scene);
  const longer = Math.max(sheet.width, sheet.height);
  const reach = reachOf(displacement, bounds, longer);
  const region = groundRegion(grow(bounds, reach), grid.scale);
  const { scale } = grid;
  const [x, y] = middleOf(letters);
  const places = { region, scale, far: displacement.far * longer * scale };
  const centre = [(sheet.width / 2) * scale, (sheet.height / 2) * scale] as const;
  const anchor = [x * scale, y * scale] as const;
  const { level, angle, slope, height, length, view, far } = displacement;
  const needsHeight = relief !== null && height === null;
  const node: Node = {
    isForAll: true,
    key: contentKey(
      'shifts',
      map.key,
      needsHeight ? relief.key : '',
      [level, angle, slope, height, length, view, far],
      anchor,
    ),
    channels: 4,
    bounds: null,
    needs: () => ({
      map: { node: map, region: grid.region, scale },
      ...(needsHeight && { relief: { node: relief, region: grid.region, scale } }),
    }),
    compute(_, inputs) {
      const rise = needsHeight ? reliefRange(inputs.relief) : (height ?? usualRise * longer);
      const shifts = shiftsOf(displacement, { ...places, map: inputs.map, height: rise * scale, centre, anchor });
      const out = emptyRaster(region.width, region.height, 4);
      for (let i = 0, at = 0; i < shifts.across.length; i++, at += 4) {
        out.data[at] = shifts.across[i];
        out.data[at + 1] = shifts.down[i];
        out.data[at + 2] = shifts.eased[i];
      }
      return out;
    },
  };
  return { node, region, scale, reach };
}
