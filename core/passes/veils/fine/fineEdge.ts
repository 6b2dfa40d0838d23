import type { Level } from '../../../pictures/pyramid';
import { grow, intersect, type Region } from '../../../pixels/region';
import { encode } from '../../../pixels/transfer';
import { estimateAlpha, pureTones, tonesOf, type Tones } from './estimate';
import { estimateFront } from './frontColour';
import { borderDistance, distanceUnit } from './band';
import { mattingEquations, solve, wish } from './laplacian';
import { lightPlanes } from './spread';

/** An edge that was solved. */
export interface SolvedEdge {
  /** The whole matte, one channel, linear. */
  matte: Level;
  /** The front's own colour, encoded sRGB; alpha is 255 in the band and 0 elsewhere. */
  front: Level;
}

export interface FineEdgeOptions {
  /** The marks of a scribble cut, of the picture's size: what both sides look like, also in the band. */
  marked?: Uint8Array | null;
  /** One round and few steps, for a first look. */
  quick?: boolean;
  /** 0..1 */
  progress?(done: number): void;
}

/**
 * The band is solved in parts of this size, with so much around them, px: what lies further off has no say any more.
 */
const partSide = 1024;
const partMargin = 128;
/** Epsilon of the windows, squared linear light; how much the colours' estimate counts. */
const smoothness = 1e-5;
const estimateStrength = 2e-3;
/** How much the cut itself counts, far from its border; colours that are alike on both sides leave the word to it. */
const cutStrength = 4e-3;
/** px from the border where it counts in full. */
const cutFull = 16;

/**
 * Solves the edge of a cut in a band: colours give a first estimate, which the matting Laplacian (Levin et al. 2008, in
 * linear
 * light) brings into line with the picture; then the front's own colour is estimated, so that nothing of what was
 * behind is left.
 * @param picture encoded sRGB
 * @param cut the matte as it was cut, of the picture's size, 0..255
 * @param band 1 where the matte is to be solved
 */
export function solveFineEdge(
  picture: Level,
  cut: Uint8Array,
  band: Uint8Array,
  { marked, quick = false, progress }: FineEdgeOptions = {},
): SolvedEdge {
  const { width, height } = picture;
  const matte: Level = { width, height, channels: 1, bytes: Uint8Array.from(cut) };
  const front: Level = { width, height, channels: 4, bytes: new Uint8Array(width * height * 4) };
  const parts = partsOf(width, height, band);
  const learned = parts.length > 0 ? frontTones(picture, { cut, band, marked }) : { tones: [], isMixed: false };
  parts.forEach((part, i) => {
    const report = (done: number): void => progress?.((i + done) / parts.length);
    solvePart({ picture, cut, band, marked }, part, learned, quick, { matte, front }, report);
    report(1);
  });
  return { matte, front };
}

/** The parts that hold a px of the band. */
function partsOf(width: number, height: number, band: Uint8Array): Region[] {
  const parts: Region[] = [];
  const side = Math.max(width, height) <= partSide * 1.9 ? partSide * 2 : partSide;
  for (let y = 0; y < height; y += side) {
    for (let x = 0; x < width; x += side) {
      const part = { x, y, width: Math.min(side, width - x), height: Math.min(side, height - y) };
      if (holdsBand(part, width, band)) parts.push(part);
    }
  }
  return parts;
}

function holdsBand(part: Region, width: number, band: Uint8Array): boolean {
  for (let y = part.y; y < part.y + part.height; y++)
    if (band.subarray(y * width + part.x, y * width + part.x + part.width).includes(1)) return true;
  return false;
}

/** What the whole front is made of. */
interface FrontTones {
  tones: Tones;
  /**
   * Nearly all of the front lies in the band: its px there may be mixtures, and are taken to be what they are mixed of.
   */
  isMixed: boolean;
}

/** So many times more of the front lies in the band than outside of it where nothing sure is known of it. */
const mixedFrom = 3;

/**
 * Tones of the whole front, from a sample of its px: those outside of the band, and those in it that are no mixture.
 */
function frontTones(picture: Level, { cut, band, marked }: Pick<Given, 'cut' | 'band' | 'marked'>): FrontTones {
  const inside: number[] = [];
  const sure: number[] = [];
  const ground: number[] = [];
  for (let i = 0; i < cut.length; i++) {
    if (cut[i] === 255) (band[i] ? inside : sure).push(i);
    else if (cut[i] === 0 && (!band[i] || marked?.[i])) ground.push(i);
  }
  const isMixed = inside.length > mixedFrom * sure.length;
  const own = tonesAt(picture, inside);
  return { tones: [...tonesAt(picture, sure), ...(isMixed ? pureTones(own, tonesAt(picture, ground)) : own)], isMixed };
}

/** px that tones are learned from, at most. */
const mostSampled = 60000;

function tonesAt({ bytes, channels }: Level, chosen: readonly number[]): Tones {
  const step = Math.max(1, Math.floor(chosen.length / mostSampled));
  const sampled = chosen.filter((_, k) => k % step === 0);
  const pixels = new Uint8Array(sampled.length * channels);
  sampled.forEach((i, k) => pixels.set(bytes.subarray(i * channels, (i + 1) * channels), k * channels));
  return tonesOf(lightPlanes(pixels, channels), new Float32Array(sampled.length).fill(1));
}

/** What is to be solved, of the picture's size. */
interface Given {
  picture: Level;
  cut: Uint8Array;
  band: Uint8Array;
  marked?: Uint8Array | null;
}

function solvePart(
  given: Given,
  part: Region,
  learned: FrontTones,
  quick: boolean,
  out: SolvedEdge,
  report: (done: number) => void,
): void {
  const wide = intersect(grow(part, partMargin), {
    x: 0,
    y: 0,
    width: given.picture.width,
    height: given.picture.height,
  })!;
  const local = localPart(given, wide);
  const { alpha, unknown, light } = local;
  const rounds = quick ? 1 : 2;
  const share = 0.8 / rounds;
  const known = alpha.slice();
  for (let i = 0; i < known.length; i++) if (unknown[i]) known[i] = 0;
  const away = borderDistance(local.cut, wide.width, wide.height);
  for (let round = 0; round < rounds; round++) {
    const estimate = estimateAlpha(light, wide.width, wide.height, alpha, unknown, learned, local.marked);
    const equations = mattingEquations(light, wide.width, wide.height, known, unknown, smoothness);
    const values = Float64Array.from(equations.pixels, (pixel) => estimate.alpha[pixel]);
    equations.pixels.forEach((pixel, k) => {
      wish(equations, k, estimate.alpha[pixel], estimateStrength * estimate.certainty[pixel]);
      const depth = away[pixel] / (cutFull * distanceUnit);
      wish(equations, k, local.cut[pixel] / 255, cutStrength * (depth < 1 ? depth * depth : 1));
    });
    solve(equations, values, {
      tolerance: 1e-3,
      steps: quick ? 25 : 120,
      progress: (done) => report((round + done) * share),
    });
    equations.pixels.forEach((pixel, k) => (alpha[pixel] = settled(values[k])));
  }
  const colours = estimateFront(light, alpha, wide.width, wide.height);
  report(0.97);
  keep(out, part, wide, local, colours);
}

/**
 * Values so near to all or nothing that nobody would tell are brought there: a haze over the whole band shows on plain
 * letters.
 */
const hem = 0.02;
const settled = (value: number): number => Math.min(1, Math.max(0, (value - hem) / (1 - 2 * hem)));

interface LocalPart {
  cut: Uint8Array;
  marked: Uint8Array | null;
  light: ReturnType<typeof lightPlanes>;
  alpha: Float32Array;
  unknown: Uint8Array;
}

function localPart({ picture: { width, channels, bytes }, cut, band, marked }: Given, wide: Region): LocalPart {
  const count = wide.width * wide.height;
  const pixels = new Uint8Array(count * channels);
  const alpha = new Float32Array(count);
  const unknown = new Uint8Array(count);
  const own = new Uint8Array(count);
  const marks = marked ? new Uint8Array(count) : null;
  for (let y = 0; y < wide.height; y++) {
    const from = (wide.y + y) * width + wide.x;
    pixels.set(bytes.subarray(from * channels, (from + wide.width) * channels), y * wide.width * channels);
    unknown.set(band.subarray(from, from + wide.width), y * wide.width);
    if (marked) marks!.set(marked.subarray(from, from + wide.width), y * wide.width);
    own.set(cut.subarray(from, from + wide.width), y * wide.width);
    for (let x = 0; x < wide.width; x++) alpha[y * wide.width + x] = cut[from + x] / 255;
  }
  return { cut: own, marked: marks, light: lightPlanes(pixels, channels), alpha, unknown };
}

function keep(
  { matte, front }: SolvedEdge,
  part: Region,
  wide: Region,
  { alpha, unknown }: LocalPart,
  colours: readonly Float32Array[],
): void {
  for (let y = part.y; y < part.y + part.height; y++) {
    for (let x = part.x; x < part.x + part.width; x++) {
      const i = (y - wide.y) * wide.width + x - wide.x;
      if (!unknown[i]) continue;
      const to = y * matte.width + x;
      matte.bytes[to] = Math.round(alpha[i] * 255);
      for (let c = 0; c < 3; c++) front.bytes[to * 4 + c] = Math.round(encode(colours[c][i]) * 255);
      front.bytes[to * 4 + 3] = 255;
    }
  }
}
