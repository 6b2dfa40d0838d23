import type { Raster } from '../pixels/raster';
import { areaOf, intersect, middleOf, unionOf, type Region, type Size } from '../pixels/region';
import { placedBox, type Candidate, type CandidateScene } from './candidates';
import type { Block } from './block';
import { cropped, uncropped } from './crops';

/** What stands before letters: its matte on the first sheet, at a scale. */
export interface Before {
  matte: Raster;
  scale: number;
  /** The letters that it lies over. */
  isOver(lettering: string, start: number): boolean;
}

export interface ScoreScene extends CandidateScene {
  before: readonly Before[];
  /** How much of each letter of the design is hidden on the first sheet. */
  hidden: readonly number[];
  /** Discs that must stay visible, as boxes; px of the first sheet. */
  keepPoints: readonly Region[];
}

const { floor, max, min, abs, log2, hypot, sqrt } = Math;
/** A letter's box is looked at in so many places across and down. */
const looks = 7;

/** Mean of a matte over a box of the first sheet, px. */
function meanOver({ matte, scale }: Before, { x, y, width, height }: Region): number {
  let sum = 0;
  for (let row = 0; row < looks; row++) {
    const v = floor((y + ((row + 0.5) / looks) * height) * scale);
    if (v < 0 || v >= matte.height) continue;
    for (let column = 0; column < looks; column++) {
      const u = floor((x + ((column + 0.5) / looks) * width) * scale);
      if (u >= 0 && u < matte.width) sum += matte.data[v * matte.width + u];
    }
  }
  return sum / (looks * looks);
}

/**
 * How much of each letter's box lies under what stands before it.
 * @param onFirst where a box lies on the first sheet, px
 */
export const hiddenParts = (
  before: readonly Before[],
  { letters }: Block,
  onFirst: (box: Region) => Region = (box) => box,
): number[] =>
  letters.map(({ lettering, start, box }) => {
    const looked = onFirst(box);
    return (
      1 - before.reduce((free, one) => (one.isOver(lettering, start) ? free * (1 - meanOver(one, looked)) : free), 1)
    );
  });

/** How much each part of an arrangement counts; found good by eye on the demo pieces. */
const counts = {
  size: 1.2,
  idea: 1.2,
  hidden: 8,
  keepOff: 4,
  keepCovered: 2,
  outside: 6,
  lost: 0.5,
  place: 0.5,
  lines: 0.12,
  enlarged: 0.25,
};

/** How well an arrangement keeps the design: 0 is about as on the first sheet, less is worse. */
export function scoreOf(scene: ScoreScene, candidate: Candidate): number {
  return cropScore(scene, candidate) + (candidate.block ? wordsScore(scene, candidate) : 0);
}

function cropScore({ sheet, size, keepPoints }: ScoreScene, candidate: Candidate): number {
  const { crop, block } = candidate;
  const first = { x: 0, y: 0, ...sheet };
  const seen = intersect(uncropped(crop, { x: 0, y: 0, ...size }), first);
  let score = -counts.lost * (1 - areaOf(seen) / areaOf(first));
  const least = min(size.width / sheet.width, size.height / sheet.height);
  score -= counts.enlarged * max(0, log2(crop.scale / least) - 0.8);
  for (const keep of keepPoints) {
    const disc = cropped(crop, keep);
    score -= counts.keepOff * (1 - areaOf(intersect(disc, { x: 0, y: 0, ...size })) / areaOf(disc));
    const covered = (block?.letters ?? []).reduce(
      (sum, { box }) => sum + areaOf(intersect(disc, placedBox(candidate, box))),
      0,
    );
    score -= counts.keepCovered * min(1, covered / areaOf(disc));
  }
  return score;
}

const worst = (parts: readonly number[]): number => max(0, ...parts);
const mean = (parts: readonly number[]): number => parts.reduce((sum, part) => sum + part, 0) / max(1, parts.length);

function wordsScore(scene: ScoreScene, candidate: Candidate): number {
  const { sheet, size, safe } = scene;
  const { block, scale } = candidate;
  const [plain] = scene.blocks;
  let score = 0;
  // Letters as large for their sheet as they were.
  const seen = (height: number, one: Size): number => height / sqrt(one.width * one.height);
  score += counts.size * min(0.15, log2(seen(block!.height * scale, size) / seen(plain.height, sheet)));
  const box = placedBox(candidate, block!.box);
  score -= counts.outside * (1 - areaOf(intersect(box, safe)) / areaOf(box));
  if (scene.before.length > 0) {
    const was = scene.hidden;
    const now = hiddenParts(scene.before, block!, (one) => uncropped(candidate.crop, placedBox(candidate, one)));
    score -= counts.hidden * max(0, worst(now) - worst(was));
    // A word that no longer stands behind what it stood behind has lost its idea.
    score -= counts.idea * min(1, abs(mean(now) - mean(was)) / max(0.08, mean(was)));
  }
  const [x, y] = middleOf(box);
  const [fx, fy] = middleOf(plain.box);
  score -= counts.place * hypot(x / size.width - fx / sheet.width, y / size.height - fy / sheet.height);
  return block!.locking === null ? score : score - counts.lines;
}

/** How far two crops are apart: parts of the sheet, and doublings. */
const cropsApart = (a: Candidate, b: Candidate, { width, height }: Size): number =>
  hypot((a.crop.x - b.crop.x) / width, (a.crop.y - b.crop.y) / height, log2(a.crop.scale / b.crop.scale));

/** Two arrangements that differ by more than the scale of their words. */
export function standApart(a: Candidate, b: Candidate, size: Size): boolean {
  if (a.block?.locking !== b.block?.locking || cropsApart(a, b, size) > 0.2) return true;
  return hypot((a.middle[0] - b.middle[0]) / size.width, (a.middle[1] - b.middle[1]) / size.height) > 0.16;
}

/** Two arrangements that a person would tell apart at a glance. */
export function areDifferent(a: Candidate, b: Candidate, size: Size): boolean {
  if (standApart(a, b, size)) return true;
  if (!a.block || !b.block) return cropsApart(a, b, size) > 0.08;
  const [p, q] = [a, b].map((one) => placedBox(one, one.block!.box));
  return areaOf(intersect(p, q)) / max(1, areaOf(unionOf([p, q]))) < 0.6;
}
