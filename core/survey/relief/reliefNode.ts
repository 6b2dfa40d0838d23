import { oklabPlanes } from '../../pixels/oklabPlanes';
import type { Level } from '../../pixels/level';
import type { Raster } from '../../pixels/raster';
import type { Grid } from '../../graph/grid';
import { contentKey, type Node } from '../../graph/node';
import { reliefFromShading, type Direction } from '.';
import { luminance, type CoarseView } from '../view';

/** A rendered part as measures look at plates. Where nothing is, it is black. @param factor sheet px for each of its px */
export function viewOf({ width, height, data }: Raster, factor: number): CoarseView {
  const bytes = new Uint8Array(width * height * 3);
  for (let i = 0, at = 0, to = 0; i < width * height; i++, at += 4, to += 3)
    for (let c = 0; c < 3; c++) bytes[to + c] = Math.max(0, Math.min(255, Math.round(data[at + c] * 255)));
  const level: Level = { width, height, channels: 3, bytes };
  return { level, width, height, factor, light: luminance(level), lab: oklabPlanes(level) };
}

/**
 * The relief that the light shows on a picture: how high each place stands, sheet px. One channel; asked for on the grid,
 * whole. A picture without any light or shade is flat.
 */
export function reliefNode(ground: Node, light: Direction, { scale, region }: Grid): Node {
  return {
    isForAll: true,
    key: contentKey('relief', ground.key, light.tilt, light.height),
    channels: 1,
    bounds: null,
    needs: () => ({ ground: { node: ground, region, scale } }),
    compute: (_, inputs) => {
      const { width, height } = inputs.ground;
      return { width, height, channels: 1, data: reliefFromShading(viewOf(inputs.ground, 1 / scale), light).heights };
    },
  };
}
