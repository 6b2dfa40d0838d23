import { signedDistance } from '../../../kernels/distance';
import type { OklabPlanes } from '../../../pixels/oklabPlanes';
import { partFrom } from '../../../pixels/parts';
import { markedBehind } from '../scribble/marks';
import { binOf, colourBins, thinness } from './thin';
import { TileGrid } from './tileGrid';

/** Looked up once: these loops are hot. */
const { max, min, sqrt } = Math;

/** Things up to twice as wide as this, px of the patches, are thin. */
export const thinReach = 3;
/** What is thin stands out by so much (Oklab), and so many times as much as its surroundings do mostly. */
const [leastThin, timesUsual] = [0.07, 6];
/** Usual is what is so within so many tiles. */
const surroundings = 6;
/** What hangs together may have gaps of one px. */
const gap = 2;
/**
 * A colour grows out of the front where so many times as much of it hangs together with it as does not; and where this
 * part of its own density, at most, is found along the picture's rim: joints of bricks and ripples go on everywhere.
 */
const [timesLoose, atRim] = [1.5, 0.15];
/** The rim is so wide, a part of the picture's shorter side; the front has none within this part of its own size. */
const [rimPart, besideFront] = [0.04, 0.3];

/** What reaches less far from the front than this, px of the patches, is its fringe: the fine edge's. */
const fringe = 8;

/** What of a picture is thin: for each px more than 0 where it may be part of it, and the bin of its colour plus 1. */
export interface Thin {
  width: number;
  height: number;
  bins: Uint16Array;
  /** The px that may be, in order. */
  pixels: Int32Array;
}

/** What is thin in the picture that patches are found on. */
export function findThin(planes: OklabPlanes, width: number, height: number): Thin {
  const response = thinness(planes, width, height, thinReach);
  const grid = new TileGrid(width, height);
  const usual = grid.around(grid.quantiles(response, 0.5), surroundings, 0.5);
  const bins = new Uint16Array(width * height);
  const pixels: number[] = [];
  const [lightness, a, b] = planes;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (response[i] < leastThin || response[i] < timesUsual * grid.at(usual, x, y)) continue;
      bins[i] = binOf(lightness[i], a[i], b[i]) + 1;
      pixels.push(i);
    }
  return { width, height, bins, pixels: Int32Array.from(pixels) };
}

/**
 * The px of thin things that grow out of what stands in front, such as stems, hair, spokes, rigging and twigs, which
 * patches cannot hold.
 * @param front 1 for each px in front
 * @param drawn the mark of each px: what is marked behind is none
 * @returns 1 for each px of them
 */
export function findOffshoots(thin: Thin, front: Uint8Array, drawn: Uint8Array): Uint8Array<ArrayBuffer> {
  const none = new Uint8Array(front.length);
  const all = grown(thin, front, drawn, null);
  if (!all.includes(1)) return none;
  const { width, height } = thin;
  const distances = signedDistance({ width, height, channels: 1, data: Float32Array.from(front) }).data;
  const apart = -besideFront * sqrt(front.reduce((sum, one) => sum + one, 0));
  const rim = rimPart * min(width, height);
  const isRim = (i: number): boolean => {
    const x = i % width;
    const y = (i - x) / width;
    return (x < rim || y < rim || x >= width - rim || y >= height - rim) && distances[i] < apart;
  };
  const areas = [0, 0];
  for (let i = 0; i < front.length; i++) if (front[i] === 0) areas[isRim(i) ? 1 : 0]++;
  const [held, loose, outer] = Array.from({ length: 3 }, () => new Float32Array(colourBins + 1));
  for (const i of thin.pixels) {
    if (front[i] === 1) continue;
    const bin = thin.bins[i];
    (all[i] ? held : loose)[bin]++;
    if (all[i] && isRim(i)) outer[bin]++;
  }
  const isTheirs = held.map((own, bin) =>
    own > timesLoose * loose[bin] && outer[bin] / max(1, areas[1]) < atRim * (own / (areas[0] + areas[1])) ? 1 : 0,
  );
  return withoutFringe(grown(thin, front, drawn, isTheirs), thin, distances);
}

/** Only what reaches away from the front. @param distances positive within the front, px */
function withoutFringe(
  found: Uint8Array<ArrayBuffer>,
  { width, height }: Thin,
  distances: Float32Array,
): Uint8Array<ArrayBuffer> {
  const seen = new Uint8Array(found.length);
  for (let begin = 0; begin < found.length; begin++) {
    if (found[begin] === 0 || seen[begin] === 1) continue;
    const part = partFrom(begin, width, height, (i) => found[i] === 1 && seen[i] === 0 && (seen[i] = 1) === 1);
    if (part.every((i) => -distances[i] < fringe)) for (const i of part) found[i] = 0;
  }
  return found;
}

/** What hangs together with the front through px that are thin, of some colours where these are given. */
function grown(
  { width, height, bins }: Thin,
  front: Uint8Array,
  drawn: Uint8Array,
  colours: ArrayLike<number> | null,
): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(front.length);
  const open: number[] = [];
  const look = (i: number): void => {
    const x = i % width;
    const y = (i - x) / width;
    for (let v = max(0, y - gap); v <= min(height - 1, y + gap); v++)
      for (let j = v * width + max(0, x - gap), end = v * width + min(width - 1, x + gap); j <= end; j++) {
        if (bins[j] === 0 || out[j] === 1 || front[j] === 1 || drawn[j] === markedBehind) continue;
        if (colours && colours[bins[j]] === 0) continue;
        out[j] = 1;
        open.push(j);
      }
  };
  for (let i = 0; i < front.length; i++) {
    if (front[i] === 0) continue;
    const isEdge = front[i - 1] !== 1 || front[i + 1] !== 1 || front[i - width] !== 1 || front[i + width] !== 1;
    if (isEdge) look(i);
  }
  for (let i = open.pop(); i !== undefined; i = open.pop()) look(i);
  return out;
}
