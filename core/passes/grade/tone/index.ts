import { encodedInPlace, toLight } from '../../../kernels/colour';
import type { Raster } from '../../../pixels/raster';
import type { Grade } from '../schema';
import { colourChanges, inOklab, matchChanges } from './colour';
import { firstTables, lastTables, throughTables } from './tables';
import { balanceMatrix, type Matrix } from './whiteBalance';

/** Looked up once: the loop is hot. */
const { max, min } = Math;

type Step = (raster: Raster) => Raster;

/** Steps of a grade, made once. */
const made = new WeakMap<Grade, Step[]>();

function stepsOf(grade: Grade): Step[] {
  const steps: Step[] = [];
  const matching = matchChanges(grade);
  if (matching.length > 0) steps.push((raster) => inOklab(raster, matching));
  const { whiteBalance, light } = grade;
  const isBalanced = whiteBalance !== null && (whiteBalance.warmth !== 0 || whiteBalance.tint !== 0);
  if (isBalanced) {
    const matrix = balanceMatrix(whiteBalance).map((value) => value * 2 ** light);
    steps.push((raster) => balanced(raster, matrix));
  }
  const first = firstTables(grade, isBalanced);
  if (first) steps.push((raster) => throughTables(raster, first));
  const colours = colourChanges(grade);
  if (colours.length > 0) steps.push((raster) => inOklab(raster, colours));
  const last = lastTables(grade);
  if (last) steps.push((raster) => throughTables(raster, last));
  return steps;
}

/** @param raster premultiplied encoded RGBA; not changed. @param matrix of linear light */
function balanced(raster: Raster, matrix: Matrix): Raster {
  const [rr, rg, rb, gr, gg, gb, br, bg, bb] = matrix;
  const out = toLight(raster);
  const { data } = out;
  for (let at = 0; at < data.length; at += 4) {
    const [red, green, blue, alpha] = [data[at], data[at + 1], data[at + 2], data[at + 3]];
    data[at] = within(rr * red + rg * green + rb * blue, alpha);
    data[at + 1] = within(gr * red + gg * green + gb * blue, alpha);
    data[at + 2] = within(br * red + bg * green + bb * blue, alpha);
  }
  return encodedInPlace(out);
}

const within = (value: number, most: number): number => min(most, max(0, value));

/**
 * The tone and colour of a grade, px by px, everywhere: all that is not told by a neighbourhood.
 * @param raster premultiplied encoded RGBA; not changed
 */
export function treatTone(raster: Raster, grade: Grade): Raster {
  let steps = made.get(grade);
  if (!steps) made.set(grade, (steps = stepsOf(grade)));
  return steps.reduce((now, step) => step(now), raster);
}
