import { gaussianBlur } from '../../../kernels/blur';
import { lumaOf } from '../../../pixels/luma';
import type { Raster } from '../../../pixels/raster';
import { samplePicture } from '../../../pictures/resample';
import type { Grid } from '../../../graph/grid';
import { contentKey, type Node } from '../../../graph/node';
import type { Materials } from '../../../graph/materials';
import type { Direction } from '../../../survey/relief';
import { mapGrid } from '../grid';
import type { DrapeMap } from '../schema';
import { paintedNode } from './painted';
import { reliefNode } from '../../../survey/relief/reliefNode';
import { endShare, rangeOf, stretched } from './stretch';

/** What a map is made from. */
export interface MapScene {
  materials: Materials;
  sheet: { width: number; height: number };
  /** The picture below the letters. */
  ground: Node;
  /** Where the light comes from that the map itself names none for. */
  light: Direction;
}

/** A displacement map: on the grid, whole. */
export interface SurfaceMap {
  grid: Grid;
  /** 0 low, 1 high; one channel. */
  map: Node;
  /** Of a relief: its heights as the light says, sheet px; null where the map tells no heights. */
  relief: Node | null;
}

/** The map that letters are displaced by. @throws Error when the picture is missing */
export function surfaceMap(map: DrapeMap, scene: MapScene): SurfaceMap {
  const grid = mapGrid(map.from, scene.sheet);
  const relief = map.from === 'relief' ? reliefNode(scene.ground, map.light ?? scene.light, grid) : null;
  const source = relief ?? sourceOf(map, scene);
  const { blur, flatten, contrast, inverted } = map;
  const isPainted = map.from === 'painted';
  return {
    grid,
    relief,
    map: {
      isForAll: true,
      key: contentKey('surface map', source.key, blur, flatten, contrast, inverted, isPainted),
      channels: 1,
      bounds: null,
      needs: () => ({ source: { node: source, ...grid } }),
      compute: (_, inputs) => {
        const raw = lumaOf(inputs.source);
        const soft = gaussianBlur(raw, blur * grid.scale);
        const flat = flatten === null ? soft.data : flattened(soft, flatten * grid.scale);
        if (!isPainted) return { ...soft, data: stretched(flat, contrast, inverted) };
        return { ...soft, data: asPainted(flat, flatten === null ? 0.5 : 0, inverted ? -contrast : contrast) };
      },
    },
  };
}

/** What a map that is no relief is made from. */
function sourceOf({ from, asset, strokes }: DrapeMap, scene: MapScene): Node {
  if (from === 'painted') return paintedNode(strokes);
  return from === 'picture' && asset !== null ? pictureNode(asset, scene) : scene.ground;
}

/** What is painted means what it says: it is not stretched to black and white. */
const asPainted = (values: Float32Array, middle: number, contrast: number): Float32Array =>
  values.map((value) => 0.5 + (value - middle) * contrast);

/** How high a relief is from black to white, sheet px. */
export function reliefRange({ data }: Raster): number {
  const [low, high] = rangeOf(data, endShare);
  return high - low;
}

function flattened(map: Raster, sigma: number): Float32Array {
  const slow = gaussianBlur(map, sigma).data;
  return map.data.map((value, i) => value - slow[i]);
}

/** Another picture, laid over the whole sheet as far as it must be enlarged for that, its middle in the sheet's. */
function pictureNode(asset: string, { materials, sheet }: MapScene): Node {
  const picture = materials.picture(asset);
  const factor = Math.max(sheet.width / picture.width, sheet.height / picture.height);
  const [x, y] = [(sheet.width - picture.width * factor) / 2, (sheet.height - picture.height * factor) / 2];
  return {
    key: contentKey('map picture', picture.key, sheet.width, sheet.height),
    channels: 4,
    bounds: null,
    needs: () => ({}),
    compute: ({ region, scale }) =>
      samplePicture(picture, { scale: factor * scale, x: x * scale, y: y * scale }, region),
  };
}
