import type { Evaluator } from '../graph/evaluate';
import { touches, type Node, type Request } from '../graph/node';
import { seenPart } from '../passes/veils/gauge';
import { alike, candidatesAt } from '../passes/veils/misread';
import { lumaAt } from '../pixels/luma';
import { emptyRaster, type Raster } from '../pixels/raster';
import { grow, outerPixels, scaleRegion, type Region, type Size } from '../pixels/region';
import { toLight } from '../kernels/colour';
import type { Piece } from '../piece/schema';
import type { CompiledLettering, CompiledPiece } from '../render/compile';
import type { Letter } from '../type/letters';
import { seenLight } from './distance';
import { arcMinutes, pixelsPerDegree } from './eye';
import { mmPerPixel } from './paper';

/** How a letter is read from far: as it is, as another, hardly, or not at all. */
export type Verdict = 'read' | 'unsure' | 'lost';

/** One letter as it is read from a distance. */
export interface ReadLetter {
  lettering: string;
  /** Index of its first UTF-16 unit. */
  start: number;
  text: string;
  /** Its height, minutes of arc: 5 is the 20/20 line of an eye chart. */
  arcMinutes: number;
  verdict: Verdict;
  /** The nearest wrong letter, where one was compared. */
  as: string | null;
  /** What is seen of the letter: root mean square, of the light around. */
  seen: number;
  /** What the eye has left of its difference from the nearest wrong letter, fraction. */
  margin: number | null;
}

/** A letter is looked at with so many px of height, and with this part of its height around it. */
const lookedAt = 44;
const around = 0.35;
/** Below this, nothing of a letter is seen. */
const lostBelow = 0.02;
/**
 * A wrong letter can be read instead where the eye has less than this part of the difference left: set so that of black
 * letters on white those of 5 minutes of arc are read, as on an eye chart, and those of 3 are not.
 */
const leftForReading = 0.55;
/** And where what it has left is fainter than this. */
const faintest = 0.012;
/** So many of the nearest wrong letters are compared closely. */
const compared = 6;
/** Longer texts are read no further. */
const mostLetters = 80;

/**
 * What of a piece's letters is read from a distance, behind their veils and on what they stand on: each is compared with
 * the letters that it could be taken for, by what the eye has left of the difference.
 * @param distance mm
 */
export async function readFromFar(
  piece: Piece,
  compiled: CompiledPiece,
  evaluator: Evaluator,
  distance: number,
): Promise<ReadLetter[]> {
  const read: ReadLetter[] = [];
  for (const lettering of compiled.letterings)
    for (const letter of lettering.letters.letters) {
      if (read.length >= mostLetters) return read;
      const one = await readOne(letter, lettering, piece, compiled, evaluator, distance);
      if (one) read.push(one);
    }
  return read;
}

async function readOne(
  letter: Letter,
  lettering: CompiledLettering,
  { sheet }: Piece,
  { picture, mattes }: CompiledPiece,
  evaluator: Evaluator,
  distance: number,
): Promise<ReadLetter | null> {
  const node = lettering.painted.cover.of([letter]);
  const { bounds } = node;
  if (!letter.bounds || !bounds || bounds.height <= 0 || letter.text.trim() === '') return null;
  const scale = Math.min(1, lookedAt / bounds.height);
  const region = outerPixels(scaleRegion(grow(bounds, bounds.height * around), scale));
  const request = { region, scale };
  const draw = async (one: Node): Promise<Float32Array> => (await evaluator.pixels(one, request)).data;
  const cover = await draw(node);
  const seen = await seenOf(lettering.over(letter.start), mattes, request, evaluator);
  const { ink, ground } = tonesOf(toLight(await evaluator.pixels(picture, request)), {
    cover,
    all: await draw(lettering.painted.cover.all),
    seen,
  });
  const perDegree = pixelsPerDegree(mmPerPixel(sheet.ppi) / scale, distance);
  const light = Math.max(ink, ground, 0.02);
  /** What is seen of a difference in coverage, from there and from near by. */
  const visible = (difference: Float32Array): number => visibleShare(difference, region, ink, ground, light, perDegree);
  const whole = (difference: Float32Array): number => (rootMean(difference, region) * Math.abs(ink - ground)) / light;
  const own = cover.map((value, i) => value * seen[i]);
  const shown = visible(own);
  const height = arcMinutes(bounds.height * mmPerPixel(sheet.ppi), distance);
  const base = { lettering: lettering.id, start: letter.start, text: letter.text, arcMinutes: height, seen: shown };
  if (shown < lostBelow) return { ...base, verdict: 'lost', as: null, margin: null };
  const nearest = await nearestOf(letter, lettering, cover, seen, draw, { visible, whole });
  const isUnsure = nearest !== null && (nearest.margin < leftForReading || nearest.visible < faintest);
  return { ...base, verdict: isUnsure ? 'unsure' : 'read', as: nearest?.as ?? null, margin: nearest?.margin ?? null };
}

/** What veils leave of each px. */
async function seenOf(
  over: readonly string[],
  mattes: CompiledPiece['mattes'],
  request: Request,
  evaluator: Evaluator,
): Promise<Float32Array> {
  const rasters: Raster[] = [];
  for (const veil of over) {
    const matte = mattes.get(veil);
    if (matte && touches(matte.bounds, request)) rasters.push(await evaluator.pixels(matte, request));
  }
  return seenPart(request.region.width * request.region.height, rasters);
}

/**
 * The light of a letter where it is seen, and of what is beside it; linear. Letters filled with a picture stand off by its
 * lights and darks too, as far as these are stronger than those beside the letter.
 * @param all coverage of its neighbours too: what is beside it is none of them
 */
function tonesOf(
  { data }: Raster,
  { cover, all, seen }: Record<'cover' | 'all' | 'seen', Float32Array>,
): { ink: number; ground: number } {
  const [inside, beside]: [number[], number[]] = [[], []];
  for (let i = 0; i < cover.length; i++) {
    if (cover[i] * seen[i] > 0.6) inside.push(lumaAt(data, i * 4));
    else if (all[i] <= 0.1) beside.push(lumaAt(data, i * 4));
  }
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
  const ground = beside.length > 0 ? mean(beside) : 0.5;
  if (inside.length === 0) return { ink: ground, ground };
  const around = (values: readonly number[]): number =>
    values.length === 0 ? 0 : mean(values.map((value) => (value - ground) ** 2));
  const apart = Math.max(Math.abs(mean(inside) - ground), Math.sqrt(Math.max(0, around(inside) - around(beside))));
  return { ink: mean(inside) < ground ? ground - Math.min(apart, ground) : ground + apart, ground };
}

/** The root mean square of what the eye has left of a difference, of the light around. */
function visibleShare(
  difference: Float32Array,
  { width, height }: Region,
  ink: number,
  ground: number,
  light: number,
  perDegree: number,
): number {
  const raster = emptyRaster(width, height, 1);
  const level = Math.max(ground, Math.abs(ink - ground), 0.02);
  for (let i = 0; i < difference.length; i++) raster.data[i] = level + (ink - ground) * difference[i];
  const { data } = seenLight(raster, perDegree);
  for (let i = 0; i < data.length; i++) data[i] -= level;
  return rootMean(data, { width, height }) / light;
}

/** The root mean square of some values over about one letter, however much lies around it. */
function rootMean(values: Float32Array, { width, height }: Size): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i] * values[i];
  return Math.sqrt((sum * (1 + 2 * around) ** 2) / (width * height));
}

async function nearestOf(
  letter: Letter,
  { letters: { reading, warp }, painted }: CompiledLettering,
  cover: Float32Array,
  seen: Float32Array,
  draw: (node: Node) => Promise<Float32Array>,
  { visible, whole }: Record<'visible' | 'whole', (difference: Float32Array) => number>,
): Promise<Nearest | null> {
  if (!reading || warp) return null;
  const shown = { ...letter, text: reading.upperCase ? letter.text.toUpperCase() : letter.text };
  const ink = cover.reduce((sum, value) => sum + value, 0);
  const candidates: { text: string; difference: Float32Array; size: number }[] = [];
  for (const { text, letter: other } of candidatesAt(shown, reading.face)) {
    const drawn = await draw(painted.cover.of([other]));
    let [all, size] = [0, 0];
    const difference = drawn.map((value, i) => {
      const one = cover[i] - value;
      all += Math.abs(one);
      size += Math.abs(one) * seen[i];
      return one * seen[i];
    });
    if (all / ink >= alike) candidates.push({ text, difference, size });
  }
  candidates.sort((a, b) => a.size - b.size);
  let nearest: Nearest | null = null;
  for (const { text, difference } of candidates.slice(0, compared)) {
    const left = visible(difference);
    const margin = Math.min(1, left / Math.max(1e-6, whole(difference)));
    if (!nearest || left < nearest.visible) nearest = { as: text, margin, visible: left };
  }
  return nearest;
}

/** The nearest wrong letter, and what is seen of the difference. */
interface Nearest {
  as: string;
  margin: number;
  visible: number;
}
