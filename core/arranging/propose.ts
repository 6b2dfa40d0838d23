import type { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import { scaleWithin, sheetAt } from '../graph/tiles';
import { cutFill } from '../coats/fill';
import { edgeContrast } from '../passes/ink/contrast';
import { silhouette } from '../passes/ink/measure';
import { leftLimit, seenPart } from '../passes/veils/gauge';
import { measureVeils } from '../passes/veils/measure';
import { marginLimit } from '../passes/veils/misread';
import { copyOf } from '../pixels/raster';
import { grow, isWithin, unionOf, type Region } from '../pixels/region';
import { pieceSchema, type Piece } from '../piece/schema';
import type { PieceSize } from '../piece/sizeSchema';
import { compile, type CompiledPiece } from '../render/compile';
import { measureScene } from '../render/measure';
import { makePieceAt } from '../sizes/pieceAt';
import { seenPiece } from '../sizes/seen';
import { blockOf, type Block } from './block';
import {
  asSize,
  candidatesFor,
  cropsFor,
  isAlong,
  isPinned,
  placedBox,
  safePart,
  type Candidate,
  type CandidateScene,
  type WantedSize,
} from './candidates';
import { lockings } from './lockings';
import { areDifferent, hiddenParts, scoreOf, standApart, type Before, type ScoreScene } from './score';

/** What can be read of a design in one size. */
export interface Legible {
  /** What is left of the letter that has least left, fraction; 1 without letters behind anything. */
  left: number;
  /** The weakest contrast of a lettering with what is beside it, L*; null without letterings. */
  contrast: number | null;
  /** Letters that are hard to tell from others. */
  misread: number;
}

/** An arrangement that is worth measuring, in words. */
export interface RankedSize {
  size: PieceSize;
  /** Such as `two lines, words towards the top`. */
  says: string;
  /** The height of its smallest letters, px; null without letters. */
  height: number | null;
}

export interface Ranked {
  /** The best one first. */
  sizes: RankedSize[];
  /** Why there are none, as a sentence; null where there are some. */
  problem: string | null;
}

/** An arrangement that is proposed, with what can be read of it. */
export interface Proposal extends RankedSize {
  legible: Legible;
  /** Whether it can be read at least as well as the first sheet. */
  isAsLegible: boolean;
}

/** So many are proposed, and so many looked at closely for them. */
export const proposed = 3;
const lookedAt = 4;
/** Letters lower than this, px, are no letters any more. */
const smallest = 5;
/** Longer side of a picture of a size, px; contrast is measured on it. */
export const seenSide = 280;
/** And of what letters' parts behind veils are measured on, and mattes are looked at by. */
const lettersSide = 220;
/** So much less is as good: what rounding to px makes. */
const tolerance = { left: 0.03, contrast: 4 };

/**
 * Arrangements of a design for another size: the words on lines, their scale and place, and the crop. All keep the sheet
 * covered as it was, and the words within its safe part.
 */
export async function rankSizes(
  whole: Piece,
  wanted: WantedSize,
  materials: Materials,
  evaluator: Evaluator,
): Promise<Ranked> {
  const piece = seenPiece({ ...whole, out: wanted.out });
  const scene = await sceneOf(piece, wanted, { materials, compiled: compile(piece, materials), evaluator });
  const ranked = cropsFor(scene)
    .flatMap((crop) => [...candidatesFor(scene, crop)])
    .map((candidate) => ({ candidate, score: scoreOf(scene, candidate) }))
    .sort((a, b) => b.score - a.score)
    .map(({ candidate }) => candidate);
  const inside = ranked.filter((one) => isHeld(scene, one));
  const held = inside.filter((one) => (heightOf(one) ?? smallest) >= smallest);
  if (held.length === 0) {
    const largest = Math.max(0, ...inside.map((one) => heightOf(one) ?? 0));
    return { sizes: [], problem: notHeld(wanted, largest) };
  }
  const sizes = apartFromEachOther(held, wanted, lookedAt)
    .map((candidate) => ({
      size: asSize(candidate, wanted),
      says: saysOf(candidate, wanted, scene.isBare),
      height: heightOf(candidate),
    }))
    .filter(({ size }) => pieceSchema.safeParse({ ...makePieceAt(piece, size), sizes: [] }).success);
  return { sizes, problem: sizes.length > 0 ? null : tooFar(wanted) };
}

/** What can be read of a piece in a size; of its first sheet where there is none. */
export function legibleAt(
  whole: Piece,
  size: PieceSize | null,
  materials: Materials,
  evaluator: Evaluator,
): Promise<Legible> {
  const piece = seenPiece(size ? makePieceAt(whole, size) : whole);
  return legibleIn(piece, compile(piece, materials), evaluator);
}

/** Of some that were measured those that are proposed: what can be read as well as the first sheet comes first. */
export function bestOf<One extends { legible: Legible }>(
  first: Legible,
  measured: readonly One[],
): (One & { isAsLegible: boolean })[] {
  const all = measured.map((one) => ({ ...one, isAsLegible: isAsGood(one.legible, first) }));
  return [...all.filter((one) => one.isAsLegible), ...all.filter((one) => !one.isAsLegible)].slice(0, proposed);
}

/** Ranks, measures and chooses. @throws Error that says why a size cannot hold the design */
export async function proposeSizes(
  whole: Piece,
  wanted: WantedSize,
  materials: Materials,
  evaluator: Evaluator,
): Promise<{ first: Legible; proposals: Proposal[] }> {
  const { sizes, problem } = await rankSizes(whole, wanted, materials, evaluator);
  if (problem) throw new Error(problem);
  const first = await legibleAt(whole, null, materials, evaluator);
  const measured = [];
  for (const one of sizes) measured.push({ ...one, legible: await legibleAt(whole, one.size, materials, evaluator) });
  return { first, proposals: bestOf(first, measured) };
}

const tooFar = ({ width, height }: WantedSize): string =>
  `The design cannot be brought to ${width} × ${height} px: something in it would be smaller or larger than can be kept.`;

const heightOf = ({ block, scale }: Candidate): number | null => block && block.height * scale;

function notHeld({ width, height }: WantedSize, largest: number): string {
  return `${width} × ${height} px cannot hold the words: letters would be ${largest.toFixed(1)} px high. Make it larger, make its safe area smaller, or leave words out.`;
}

/** Words that go with the photograph alone may be cut off by a sheet of another shape. */
function isHeld({ safe, isPinned: pinned }: ScoreScene, candidate: Candidate): boolean {
  if (!candidate.block || pinned) return true;
  return isWithin(placedBox(candidate, candidate.block.box), grow(safe, 1));
}

const isAsGood = (one: Legible, first: Legible): boolean =>
  one.left >= Math.min(first.left, 1) - tolerance.left &&
  one.misread <= first.misread &&
  (first.contrast === null ||
    one.contrast === null ||
    one.contrast >= Math.min(first.contrast, 40) - tolerance.contrast);

/** The best ones that stand in other places, on other lines or crops; and then what only differs by its scale. */
function apartFromEachOther(ranked: readonly Candidate[], size: WantedSize, most: number): Candidate[] {
  const chosen: Candidate[] = [];
  for (const differ of [standApart, areDifferent])
    for (const one of ranked)
      if (chosen.length < most && chosen.every((other) => differ(one, other, size))) chosen.push(one);
  return chosen;
}

const lineNames = ['one word a line', 'one line', 'two lines', 'three lines', 'four lines'];

/** An arrangement as people would tell it. */
function saysOf(candidate: Candidate, size: WantedSize, isBare: boolean): string {
  const { block, middle } = candidate;
  if (!block) return 'cropped';
  const lines = block.locking === null ? '' : `${lineNames[block.locking]}, `;
  if (isAlong(candidate, size)) {
    const box = placedBox(candidate, block.box);
    const isCut = !isWithin(box, grow({ x: 0, y: 0, width: size.width, height: size.height }, 1));
    const where = isBare ? 'all as it stands on the first sheet' : 'all as it stands in the photograph';
    return `${lines}${where}${isCut ? ', words cut off by the sheet' : ''}`;
  }
  const part = middle[1] / size.height;
  let place = 'in the middle';
  if (part < 0.36) place = 'towards the top';
  if (part > 0.64) place = 'towards the bottom';
  return `${lines}words ${place}`;
}

interface Working {
  materials: Materials;
  compiled: CompiledPiece;
  evaluator: Evaluator;
}

/** What candidates are made and judged by. */
async function sceneOf(piece: Piece, wanted: WantedSize, working: Working): Promise<ScoreScene> {
  const { materials, compiled, evaluator } = working;
  const { width, height } = piece.sheet;
  const size = { width: wanted.width, height: wanted.height };
  const scale = scaleWithin(piece.sheet, lettersSide);
  const region = sheetAt(piece.sheet, scale);
  const before: Before[] = [];
  const over = new Map(compiled.letterings.map((one) => [one.id, one.over]));
  for (const [id, matte] of compiled.mattes)
    before.push({
      matte: await evaluator.pixels(matte, { region, scale }),
      scale,
      isOver: (lettering, start) => over.get(lettering)?.(start).includes(id) === true,
    });
  const keepPoints = piece.chalk
    .filter(({ kind, done }) => kind === 'keep' && !done)
    .map(({ points: [[x, y]], radius }): Region => ({
      x: x - radius,
      y: y - radius,
      width: 2 * radius,
      height: 2 * radius,
    }));
  const blocks = lockings
    .map((locking) => blockOf(piece, locking, materials))
    .filter((block): block is Block => block !== null);
  const made: CandidateScene = {
    blocks,
    keeps: unionOf(keepPoints),
    interest: unionOf([blocks[0]?.box ?? null, ...keepPoints]) ?? { x: 0, y: 0, width, height },
    safe: safePart(size, wanted.safe),
    isPinned: piece.letterings.some(isPinned),
    isBare: piece.plates.length === 0,
    isFree: before.length === 0 && keepPoints.length === 0,
    sheet: { width, height },
    size,
    covering: coveringPlate(piece, materials),
  };
  const minded = before.filter(isBeforeLetters(compiled));
  return { ...made, before: minded, hidden: blocks[0] ? hiddenParts(minded, blocks[0]) : [], keepPoints };
}

const isBeforeLetters =
  ({ letterings }: CompiledPiece) =>
  ({ isOver }: Before): boolean =>
    letterings.some(({ id, letters }) => letters.letters.some(({ start }) => isOver(id, start)));

/** Where the photograph lies that covers the whole sheet; null where none does. */
function coveringPlate({ plates, sheet, backdrop }: Piece, materials: Materials): Region | null {
  for (const { id, asset, scale, x, y } of plates) {
    if (backdrop?.plates.includes(id)) continue;
    const { width, height } = materials.picture(asset);
    const box = { x, y, width: width * scale, height: height * scale };
    if (isWithin({ x: 0, y: 0, width: sheet.width, height: sheet.height }, grow(box, 0.5))) return box;
  }
  return null;
}

/** What can be read of a piece, on a small picture of it. */
async function legibleIn(piece: Piece, compiled: CompiledPiece, evaluator: Evaluator): Promise<Legible> {
  const scene = measureScene(piece, compiled, evaluator, scaleWithin(piece.sheet, lettersSide));
  const { left, misread } = await measureVeils(
    null,
    compiled.letterings.map((one) => ({ ...one, part: null })),
    scene,
  );
  return {
    left: left.reduce((least, one) => Math.min(least, one.left), 1),
    contrast: await seenContrast(piece, compiled, evaluator),
    misread:
      misread.filter(({ margin }) => margin < marginLimit).length + left.filter((one) => one.left < leftLimit).length,
  };
}

/**
 * The weakest contrast of a lettering with what is beside it, L*, as it is seen in the finished picture: what stands
 * before letters is a part of their contour.
 */
export async function seenContrast(
  piece: Piece,
  { picture, letterings, mattes }: CompiledPiece,
  evaluator: Evaluator,
): Promise<number | null> {
  const scale = scaleWithin(piece.sheet, seenSide);
  const request = { region: sheetAt(piece.sheet, scale), scale };
  const seen = await evaluator.pixels(picture, request);
  const found: number[] = [];
  for (const { letters, painted, over } of letterings) {
    const before = [...new Set(letters.letters.flatMap(({ start }) => over(start)))];
    const rasters = [];
    for (const veil of before) {
      const matte = mattes.get(veil);
      if (matte) rasters.push(await evaluator.pixels(matte, request));
    }
    const free = seenPart(request.region.width * request.region.height, rasters);
    // Letters with outlines stand off by their own contour or by that of the outlines, whichever is the stronger.
    const edged = silhouette(painted);
    const differences: number[] = [];
    for (const contour of [painted.cover.all, ...(edged ? [edged] : [])]) {
      const cover = copyOf(await evaluator.pixels(contour, request));
      for (let i = 0; i < free.length; i++) cover.data[i] *= free[i];
      const difference = edgeContrast(cutFill(seen, cover), seen, null);
      if (difference !== null) differences.push(difference);
    }
    if (differences.length > 0) found.push(Math.max(...differences));
  }
  return found.length > 0 ? Math.min(...found) : null;
}
