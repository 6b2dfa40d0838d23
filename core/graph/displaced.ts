import { contentKey, type Node, type Request } from './node';
import { memoizeLast } from './memoize';
import { spreadOver } from './grid';
import { warp } from '../kernels/warp';
import { boxWhere } from '../pixels/boxWhere';
import { evenRaster, isBlank } from '../pixels/even';
import { emptyRaster, put, type Raster } from '../pixels/raster';
import { grow, intersect, outerPixels, scaleRegion, type Region } from '../pixels/region';

/** Looked up once: these loops are hot. */
const { abs, ceil, floor, max, min } = Math;

/** Shifts as a node: across, down and eased, sheet px, in the first three of four channels. */
export interface ShiftField {
  node: Node;
  /** Which part of the grid is known, and its px for each sheet px. */
  region: Region;
  scale: number;
  /** How far beyond their own bounds letters may come, sheet px. */
  reach: number;
}

/** Less than this is no shift, output px. */
const least = 1e-3;
/** Where letters are pressed together by more than this, four samples are taken for a px. */
const pressed = 1.2;

/** A part of a lettering, moved by a field of shifts: each place shows what lies at place + shift. */
export function displaced(source: Node, field: ShiftField): Node {
  const bounds = source.bounds && grow(source.bounds, field.reach);
  return {
    key: contentKey('displaced', source.key, field.node.key, field.region),
    channels: source.channels,
    bounds,
    needs: () => ({ field: { node: field.node, region: field.region, scale: field.scale } }),
    needsThen(request, { field: shifts }) {
      const wide = sourceRegion(request, extentOf(shifts, field, request));
      return { source: { node: source, region: wide } };
    },
    compute(request, { field: shifts, source: pixels }) {
      if (isBlank(pixels)) return evenRaster(request.region.width, request.region.height, source.channels, 0);
      const extent = extentOf(shifts, field, request);
      const lying = sourceRegion(request, extent);
      if (isNothing(extent, request.scale)) return pixels;
      const { region, scale } = request;
      const part = reachedIn(pixels, lying, region, extent, scale);
      if (!part) return evenRaster(region.width, region.height, source.channels, 0);
      const found = limited(moved(pixels, lying, shifts, field, { region: part, scale }));
      if (part.width === region.width && part.height === region.height) return found;
      const out = emptyRaster(region.width, region.height, source.channels);
      put(out, region, found, part);
      return out;
    },
  };
}

/** The smallest and largest shifts around a request, sheet px. */
interface Extent {
  left: number;
  right: number;
  up: number;
  down: number;
}

/** Which px of the grid matter to a request. */
function near({ region, scale }: Request, field: ShiftField): Region | null {
  const ratio = field.scale / scale;
  return intersect(field.region, grow(outerPixels(scaleRegion(region, ratio)), 3));
}

/** Extents as they were last asked for: all layers of a lettering ask for the same. */
const lastExtents = memoizeLast<Float32Array, Extent>();

const extentOf = ({ data }: Raster, field: ShiftField, request: Request): Extent =>
  lastExtents(data, JSON.stringify(request), () => extentIn(data, field, request));

function extentIn(data: Float32Array, field: ShiftField, request: Request): Extent {
  const part = near(request, field);
  const extent = { left: 0, right: 0, up: 0, down: 0 };
  if (!part) return extent;
  const run = field.region.width * 4;
  for (let y = 0; y < part.height; y++) {
    let at = (part.y - field.region.y + y) * run + (part.x - field.region.x) * 4;
    for (let x = 0; x < part.width; x++, at += 4) {
      extent.left = min(extent.left, data[at]);
      extent.right = max(extent.right, data[at]);
      extent.up = min(extent.up, data[at + 1]);
      extent.down = max(extent.down, data[at + 1]);
    }
  }
  return extent;
}

const isNothing = ({ left, right, up, down }: Extent, scale: number): boolean =>
  max(right - left, down - up, abs(left), abs(right), abs(up), abs(down)) * scale < least;

function sourceRegion({ region, scale }: Request, extent: Extent): Region {
  if (isNothing(extent, scale)) return region;
  const left = floor(extent.left * scale) - 3;
  const top = floor(extent.up * scale) - 3;
  return {
    x: region.x + left,
    y: region.y + top,
    width: region.width + ceil(extent.right * scale) + 3 - left,
    height: region.height + ceil(extent.down * scale) + 3 - top,
  };
}

/** The part of a region that anything of a source can be moved to; null: none. @param lying where the source lies */
function reachedIn(
  { data, channels }: Raster,
  lying: Region,
  region: Region,
  extent: Extent,
  scale: number,
): Region | null {
  const box = boxWhere(lying, (i) => data[(i + 1) * channels - 1] > 0);
  if (!box) return null;
  const left = box.x - ceil(extent.right * scale) - 3;
  const top = box.y - ceil(extent.down * scale) - 3;
  const right = box.x + box.width - floor(extent.left * scale) + 3;
  const bottom = box.y + box.height - floor(extent.up * scale) + 3;
  return intersect(region, { x: left, y: top, width: right - left, height: bottom - top });
}

function moved(source: Raster, lying: Region, shifts: Raster, field: ShiftField, request: Request): Raster {
  const { region, scale } = request;
  const { width, height } = region;
  // One px more all around tells how much is pressed into each.
  const own = spreadOver(shifts, field, { region: grow(region, 1), scale }, 'bicubic').data;
  const run = (width + 2) * 4;
  const places = new Float32Array(width * height * 2);
  const finer: number[] = [];
  for (let y = 0, i = 0; y < height; y++) {
    const fromY = region.y - lying.y + y + 0.5;
    let at = (y + 1) * run + 4;
    for (let x = 0; x < width; x++, i += 2, at += 4) {
      places[i] = region.x - lying.x + x + 0.5 + own[at] * scale;
      places[i + 1] = fromY + own[at + 1] * scale;
      const across = abs(own[at + 4] - own[at - 4]);
      const down = abs(own[at + 1 + run] - own[at + 1 - run]);
      if (max(across, down) * scale > 2 * (pressed - 1)) finer.push(i / 2);
    }
  }
  const out = warp(source, places, width, height, 'bicubic', 'clear');
  if (finer.length > 0) sampleFiner(out, source, places, own, finer, request);
  return out;
}

/** Places within a px, from its middle, that it is sampled at where it is pressed. */
const quarters = [
  [-0.25, -0.25],
  [0.25, -0.25],
  [-0.25, 0.25],
  [0.25, 0.25],
] as const;

/** Takes four samples for some px, in place. @param own shifts, one px more all around */
function sampleFiner(
  out: Raster,
  source: Raster,
  places: Float32Array,
  own: Float32Array,
  finer: readonly number[],
  { region: { width }, scale }: Request,
): void {
  const run = (width + 2) * 4;
  const within = new Float32Array(finer.length * 8);
  finer.forEach((px, n) => {
    const at = (floor(px / width) + 1) * run + ((px % width) + 1) * 4;
    quarters.forEach(([dx, dy], k) => {
      // Shifts run evenly within a px.
      const shiftOf = (c: number): number =>
        (((own[at + 4 + c] - own[at - 4 + c]) * dx + (own[at + run + c] - own[at - run + c]) * dy) / 2) * scale;
      within[n * 8 + k * 2] = places[px * 2] + dx + shiftOf(0);
      within[n * 8 + k * 2 + 1] = places[px * 2 + 1] + dy + shiftOf(1);
    });
  });
  const { data, channels } = warp(source, within, finer.length * 4, 1, 'bicubic', 'clear');
  finer.forEach((px, n) => {
    for (let c = 0; c < channels; c++) {
      let sum = 0;
      for (let k = 0; k < 4; k++) sum += data[(n * 4 + k) * channels + c];
      out.data[px * channels + c] = sum / 4;
    }
  });
}

/** Takes off what a cubic goes beyond: coverage stays within 0..1, and no colour is lighter than white. */
function limited(raster: Raster): Raster {
  const { data, channels } = raster;
  if (channels === 1) {
    for (let i = 0; i < data.length; i++) data[i] = data[i] < 0 ? 0 : min(1, data[i]);
    return raster;
  }
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3] < 0 ? 0 : min(1, data[at + 3]);
    data[at + 3] = alpha;
    for (let c = 0; c < 3; c++) data[at + c] = data[at + c] < 0 ? 0 : min(alpha, data[at + c]);
  }
  return raster;
}
