import { intersect, outerPixels, scaleRegion, type Region } from '../../pixels/region';
import { boundsOf, type Node } from '../../graph/node';
import { mapLayer, mapLayers, type Layer, type Painted, type PaintScene } from '../pass';
import { bitten } from './bite';
import { displaced, type ShiftField } from '../../graph/displaced';
import { shiftField } from './field';
import { surfaceGrid } from './grid';
import type { Displacement, Drape } from './schema';

/** A lettering that follows the surface below it. */
export function draped(painted: Painted, drape: Drape, scene: PaintScene): Painted {
  const { displacement, bite } = drape;
  const field = shiftField(painted, drape, scene);
  const moved = field ? movedLayers(painted, displacement?.leaves ?? [], field) : painted;
  const bounds = bite?.shown ? onSheet(boundsOf(moved.layers.map(({ node }) => node)), scene) : null;
  if (!bite || !bounds) return moved;
  const { scale } = surfaceGrid(scene.sheet);
  const taken = bitten(bite, {
    node: scene.surface,
    letters: painted.cover.all,
    region: outerPixels(scaleRegion(bounds, scale)),
    scale,
  });
  return {
    layers: moved.layers.map((one) => (one.place === 'hole' ? one : bittenLayer(one, taken.layer, bite.bare !== null))),
    cover: { all: taken.cover(moved.cover.all), of: (some) => taken.cover(moved.cover.of(some)) },
  };
}

/** Whatever takes to a surface does so in light. */
const bittenLayer = (one: Layer, change: (node: Node) => Node, isBare: boolean): Layer => ({
  ...mapLayer(one, change),
  taken: { before: one.node, by: change },
  // What leaves nothing bare changes no coverage.
  ...(!isBare && { covers: one.covers ?? one.node }),
  mixing: one.mode === 'normal' ? 'linear' : one.mixing,
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

function movedLayers(painted: Painted, leaves: Displacement['leaves'], field: ShiftField): Painted {
  const isLeft = ({ name }: Layer): boolean => leaves.some((one) => leftBy[one](name));
  const moved = mapLayers(painted, (node) => displaced(node, field));
  return { ...moved, layers: moved.layers.map((one, i) => (isLeft(painted.layers[i]) ? painted.layers[i] : one)) };
}
