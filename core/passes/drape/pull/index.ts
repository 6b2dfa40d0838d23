import { gridOf, type Grid } from '../../../graph/grid';
import { contentKey, type Needs, type Node } from '../../../graph/node';
import { emptyRaster, type Raster } from '../../../pixels/raster';
import type { Size } from '../../../pixels/region';
import { coverage } from '../../../shape/coverage';
import type { Pull, PullStroke } from '../schema';
import { drawPull, type PullField } from './stroke';

/** A sheet is pulled about on so many places: what is finer no brush does. */
const mostPlaces = 250000;
/** So many strokes are kept as one step: a further stroke is drawn on what is there. */
const block = 8;

export const pullGrid = (sheet: Size): Grid => gridOf(sheet, mostPlaces);

/** Where letters that were pulled about are shown from: across and down, sheet px, in two of four channels; on the grid. */
export function pullNode(pull: Pull, sheet: Size): { node: Node; grid: Grid } {
  const grid = pullGrid(sheet);
  const { strokes, fence } = pull;
  let node: Node | null = null;
  for (let start = 0; start < Math.max(1, strokes.length); start += block)
    node = drawnOn(node, strokes.slice(start, start + block), fence, grid);
  return { node: node!, grid };
}

function drawnOn(before: Node | null, strokes: readonly PullStroke[], fence: Pull['fence'], grid: Grid): Node {
  const { region, scale } = grid;
  return {
    key: contentKey('pulled', before?.key ?? '', strokes, fence, region, scale),
    isForAll: true,
    channels: 4,
    bounds: null,
    needs: (): Needs => (before ? { before: { node: before, region, scale } } : {}),
    compute(_, inputs) {
      const field = fieldOf(inputs.before, grid);
      const free = fence && freeOf(fence, grid);
      for (const stroke of strokes)
        drawPull(
          field,
          {
            ...stroke,
            points: stroke.points.map(([x, y]) => [x * scale, y * scale]),
            radius: stroke.radius * scale,
          },
          free,
        );
      return rasterOf(field, scale);
    },
  };
}

function fieldOf(before: Raster | undefined, { region: { width, height }, scale }: Grid): PullField {
  const field = { width, height, across: new Float32Array(width * height), down: new Float32Array(width * height) };
  if (before)
    for (let i = 0; i < field.across.length; i++) {
      field.across[i] = before.data[4 * i] * scale;
      field.down[i] = before.data[4 * i + 1] * scale;
    }
  return field;
}

function rasterOf({ width, height, across, down }: PullField, scale: number): Raster {
  const out = emptyRaster(width, height, 4);
  for (let i = 0; i < across.length; i++) {
    out.data[4 * i] = across[i] / scale;
    out.data[4 * i + 1] = down[i] / scale;
  }
  return out;
}

/** How far each place may be moved. */
function freeOf({ points, keeps }: NonNullable<Pull['fence']>, { region, scale }: Grid): Float32Array {
  const polygon = points.map(([x, y]): [number, number] => [x * scale, y * scale]);
  const { data } = coverage([polygon], region);
  return keeps === 'inside' ? data : data.map((value) => 1 - value);
}

/** How far letters may have been brought by strokes at most, sheet px. */
export const pullReach = ({ strokes, strength }: Pull): number =>
  strength *
  strokes.reduce(
    (sum, stroke) => sum + stroke.strength * (stroke.kind === 'pull' ? lengthOf(stroke) : 0.5 * stroke.radius),
    0,
  );

const lengthOf = ({ points }: PullStroke): number =>
  points.reduce((sum, [x, y], i) => (i === 0 ? 0 : sum + Math.hypot(x - points[i - 1][0], y - points[i - 1][1])), 0);
