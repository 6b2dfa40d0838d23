import { seenContrast } from '../arranging/propose';
import { Evaluator } from '../graph/evaluate';
import { scaleWithin } from '../graph/tiles';
import type { Materials } from '../graph/materials';
import { measureKept } from '../passes/chalk/measure';
import { contrastLimit } from '../passes/ink/contrast';
import { leftLimit, sliverLimit } from '../passes/veils/gauge';
import { measureVeils } from '../passes/veils/measure';
import { marginLimit } from '../passes/veils/misread';
import type { Piece } from '../piece/schema';
import { compile } from '../render/compile';
import { measureScene } from '../render/measure';

/** What gauges say of a rough. */
export interface Figures {
  /** L*; null where there is nothing to be told. */
  contrast: number | null;
  /** What is left of the letter that has least left, fraction. */
  left: number;
  /** Letters that something lies over. */
  crossed: number;
  misread: number;
}

/** Longer side of the picture that letters are measured on, px. */
const measuredSide = 420;
/** Of a letter that is crossed no more than this may be left: less is a mere touch. */
const mostLeft = 0.92;
/** Of a keep point no more than this may be covered, or lie off the sheet. */
const mostCovered = 0.1;
/** Bytes that measuring keeps. */
const budget = 1.5e8;

/**
 * Measures a rough by the gauges.
 * @param isCrossed something must lie over its letters
 * @returns what they say, and why it is none; null where it is good
 */
export async function judged(
  piece: Piece,
  materials: Materials,
  isCrossed: boolean,
): Promise<{ figures: Figures; problem: string | null }> {
  const compiled = compile(piece, materials);
  const evaluator = new Evaluator(budget);
  const scene = measureScene(piece, compiled, evaluator, scaleWithin(piece.sheet, measuredSide));
  const letterings = compiled.letterings.map((one) => ({ ...one, part: null }));
  const { left, crossings, misread } = await measureVeils(null, letterings, scene);
  const kept = await measureKept(piece.chalk, letterings, scene);
  const least = left.reduce((a, one) => Math.min(a, one.left), 1);
  const hard = misread.filter(({ margin }) => margin < marginLimit);
  const over = crossings.filter((one) => one.over);
  const figures = {
    contrast: await seenContrast(piece, compiled, evaluator),
    left: least,
    crossed: over.filter(({ share }) => share >= sliverLimit).length,
    misread: hard.length,
  };
  const covered = kept.some((one) => one.off > mostCovered || one.over.some(({ share }) => share > mostCovered));
  const problem = covered ? 'a keep point would not stay free' : null;
  return { figures, problem: problem ?? problemOf(figures, over, hard, isCrossed) };
}

function problemOf(
  { contrast, left }: Figures,
  over: readonly { share: number; text: string }[],
  hard: readonly { text: string }[],
  isCrossed: boolean,
): string | null {
  if (contrast !== null && contrast < contrastLimit)
    return `the words would stand off by only ${contrast.toFixed(0)} L*, less than ${contrastLimit}`;
  if (left < leftLimit) return `only ${Math.round(left * 100)} % would be left of a letter`;
  if (hard.length > 0) return `“${hard[0].text}” could be taken for another letter`;
  if (!isCrossed) return null;
  if (left > mostLeft) return 'letters would be touched, not crossed';
  const sliver = over.find(({ share }) => share < sliverLimit);
  return sliver ? `“${sliver.text}” would be touched by a sliver` : null;
}
