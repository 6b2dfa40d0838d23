import type { Level } from '../../../pictures/pyramid';
import { boxWhere } from '../../../pixels/boxWhere';
import { partOfBytes } from '../../../pixels/level';
import { grow, intersect, type Region } from '../../../pixels/region';
import { solveStencil } from '../../../kernels/stencil';
import { encode } from '../../../pixels/transfer';
import { estimateAlpha, pureTones, tonesOf, type Tones } from './estimate';
import { estimateFront } from './frontColour';
import { borderDistance, distanceUnit } from './band';
import { mattingEquations, wish, withWishes } from './laplacian';
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

/** Parts of the picture are solved by themselves, of at most this side, with so much around them, px. */
const partSide = 1024;
const partMargin = 128;
/** A box around the band with more px than this is parted, so that several can be solved at once. */
const wholePixels = 3e5;
/** Epsilon of the windows, squared linear light; how much the colours' estimate counts. */
const smoothness = 1e-5;
const estimateStrength = 2e-3;
/** How much the cut itself counts, far from its border; colours that are alike on both sides leave the word to it. */
const cutStrength = 4e-3;
/** So much of that is left once colours have been looked at: what was cut before a hair's gaps were seen holds no longer. */
const cutLater = 0.1;
/** Each round learns the colours from the one before, until the matte changes by less than this, on average. */
const [mostRounds, atRest] = [3, 0.02];
/** px from the border where it counts in full. */
const cutFull = 16;

/** What is to be solved, of the picture's size. */
export interface EdgeGiven {
  /** Encoded sRGB. */
  picture: Level;
  /** The matte as it was cut, 0..255. */
  cut: Uint8Array;
  /** 1 where the matte is to be solved. */
  band: Uint8Array;
  /** The marks of a scribble cut: what both sides look like, also in the band. */
  marked: Uint8Array | null;
}

/** One part, solved: the matte, and the front's own colour with the band as alpha, encoded sRGB. */
export interface SolvedPart {
  part: Region;
  matte: Uint8Array;
  front: Uint8Array;
}

/**
 * Solves the edge of a cut in a band: colours give a first estimate, which the matting Laplacian (Levin et al. 2008, in
 * linear light) brings into line with the picture; then the front's own colour is estimated, so that nothing of what was
 * behind is left.
 * @param picture encoded sRGB
 * @param cut the matte as it was cut, of the picture's size, 0..255
 * @param band 1 where the matte is to be solved
 */
export function solveFineEdge(
  picture: Level,
  cut: Uint8Array,
  band: Uint8Array,
  { marked = null, quick = false, progress }: FineEdgeOptions = {},
): SolvedEdge {
  const given: EdgeGiven = { picture, cut, band, marked };
  const out = unsolvedEdge(given);
  const parts = edgeParts(given);
  const learned = learnFront(given, parts);
  parts.forEach((part, i) => {
    const report = (done: number): void => progress?.((i + done) / parts.length);
    putPart(out, solvePart(given, part, learned, quick, report));
    report(1);
  });
  return out;
}

/** An edge of which no part is solved yet: the cut itself. */
export const unsolvedEdge = ({ picture: { width, height }, cut }: EdgeGiven): SolvedEdge => ({
  matte: { width, height, channels: 1, bytes: Uint8Array.from(cut) },
  front: { width, height, channels: 4, bytes: new Uint8Array(width * height * 4) },
});

/** Puts one part into the whole. */
export function putPart({ matte, front }: SolvedEdge, solved: SolvedPart): void {
  const { x, y, width, height } = solved.part;
  for (let row = 0; row < height; row++) {
    const to = (y + row) * matte.width + x;
    matte.bytes.set(solved.matte.subarray(row * width, (row + 1) * width), to);
    front.bytes.set(solved.front.subarray(row * width * 4, (row + 1) * width * 4), to * 4);
  }
}

/** The parts that hold a px of the band; none overlaps another. */
export function edgeParts({ picture: { width, height }, band }: Pick<EdgeGiven, 'picture' | 'band'>): Region[] {
  const box = boxWhere({ x: 0, y: 0, width, height }, (i) => band[i] === 1);
  if (!box) return [];
  const isParted = box.width * box.height > wholePixels;
  const cells = (length: number, other: number): number =>
    Math.max(Math.ceil(length / partSide), isParted && length >= other ? 2 : 1);
  const [columns, rows] = [cells(box.width, box.height), cells(box.height, box.width + 1)];
  const parts: Region[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const at = (k: number, of: number, length: number): number => Math.round((k / of) * length);
      const [left, right] = [at(column, columns, box.width), at(column + 1, columns, box.width)];
      const [top, bottom] = [at(row, rows, box.height), at(row + 1, rows, box.height)];
      const part = { x: box.x + left, y: box.y + top, width: right - left, height: bottom - top };
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
export interface FrontTones {
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
export function learnFront({ picture, cut, band, marked }: EdgeGiven, parts: readonly Region[]): FrontTones {
  if (parts.length === 0) return { tones: [], isMixed: false };
  const inside: number[] = [];
  const sure: number[] = [];
  const ground: number[] = [];
  // Of a large picture only some px are looked at.
  const step = Math.max(1, Math.floor(cut.length / mostLookedAt));
  for (let i = 0; i < cut.length; i += step) {
    if (cut[i] === 255) (band[i] ? inside : sure).push(i);
    else if (cut[i] === 0 && (!band[i] || marked?.[i])) ground.push(i);
  }
  const isMixed = inside.length > mixedFrom * sure.length;
  const own = tonesAt(picture, inside);
  return { tones: [...tonesAt(picture, sure), ...(isMixed ? pureTones(own, tonesAt(picture, ground)) : own)], isMixed };
}

/** px that are looked at, and those that tones are learned from, at most. */
const mostLookedAt = 2e6;
const mostSampled = 60000;

function tonesAt({ bytes, channels }: Level, chosen: readonly number[]): Tones {
  const step = Math.max(1, Math.floor(chosen.length / mostSampled));
  const sampled = chosen.filter((_, k) => k % step === 0);
  const pixels = new Uint8Array(sampled.length * channels);
  sampled.forEach((i, k) => pixels.set(bytes.subarray(i * channels, (i + 1) * channels), k * channels));
  return tonesOf(lightPlanes(pixels, channels), new Float32Array(sampled.length).fill(1));
}

/** @param report is told how far it has come, 0..1 */
export function solvePart(
  given: EdgeGiven,
  part: Region,
  learned: FrontTones,
  quick: boolean,
  report?: (done: number) => void,
): SolvedPart {
  const wide = intersect(grow(part, partMargin), {
    x: 0,
    y: 0,
    width: given.picture.width,
    height: given.picture.height,
  })!;
  const local = localPart(given, wide);
  const { alpha, unknown, light } = local;
  const rounds = quick ? 1 : mostRounds;
  const share = 0.8 / rounds;
  const known = alpha.slice();
  for (let i = 0; i < known.length; i++) if (unknown[i]) known[i] = 0;
  const away = borderDistance(local.cut, wide.width, wide.height);
  const equations = mattingEquations(light, wide.width, wide.height, known, unknown, smoothness);
  for (let round = 0; round < rounds; round++) {
    const estimate = estimateAlpha(light, wide.width, wide.height, alpha, unknown, learned, local);
    const wished = withWishes(equations);
    const values = new Float32Array(wished.right.length);
    equations.pixels.forEach((pixel, k) => {
      const place = equations.places[k];
      values[place] = estimate.alpha[pixel];
      wish(wished, place, estimate.alpha[pixel], estimateStrength * estimate.certainty[pixel]);
      const depth = away[pixel] / (cutFull * distanceUnit);
      const trust = cutStrength * (round > 0 ? cutLater : 1);
      wish(wished, place, local.cut[pixel] / 255, trust * (depth < 1 ? depth * depth : 1));
    });
    solveStencil(wished, values, {
      tolerance: quick ? 2e-2 : 5e-3,
      steps: quick ? 25 : 60,
      progress: (done) => report?.((round + done) * share),
    });
    let change = 0;
    equations.pixels.forEach((pixel, k) => {
      const value = settled(values[equations.places[k]]);
      change += Math.abs(value - alpha[pixel]);
      alpha[pixel] = value;
    });
    if (round > 0 && change < atRest * equations.pixels.length) break;
  }
  const colours = estimateFront(light, alpha, wide.width, wide.height, unknown);
  return keep(part, wide, local, colours);
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

function localPart({ picture: { width, channels, bytes }, cut, band, marked }: EdgeGiven, wide: Region): LocalPart {
  const part = (bytesOf: Uint8Array, each = 1): Uint8Array<ArrayBuffer> => partOfBytes(bytesOf, width, wide, each);
  const own = part(cut);
  return {
    cut: own,
    marked: marked ? part(marked) : null,
    light: lightPlanes(part(bytes, channels), channels),
    alpha: Float32Array.from(own, (one) => one / 255),
    unknown: part(band),
  };
}

function keep(
  part: Region,
  wide: Region,
  { cut, alpha, unknown }: LocalPart,
  colours: readonly Float32Array[],
): SolvedPart {
  const count = part.width * part.height;
  const out: SolvedPart = { part, matte: new Uint8Array(count), front: new Uint8Array(count * 4) };
  for (let y = 0, to = 0; y < part.height; y++) {
    for (let x = 0; x < part.width; x++, to++) {
      const i = (part.y + y - wide.y) * wide.width + part.x + x - wide.x;
      out.matte[to] = unknown[i] ? Math.round(alpha[i] * 255) : cut[i];
      if (!unknown[i]) continue;
      for (let c = 0; c < 3; c++) out.front[to * 4 + c] = Math.round(encode(colours[c][i]) * 255);
      out.front[to * 4 + 3] = 255;
    }
  }
  return out;
}
