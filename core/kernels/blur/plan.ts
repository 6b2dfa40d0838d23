/**
 * How a Gaussian is computed. A narrow one is a direct convolution. A wide one is taken on a smaller grid: halved some
 * times
 * by a binomial filter of six taps, blurred there, and grown again with a cubic B-spline; the variances of all three
 * add up
 * exactly to the one wanted (compare Burt and Adelson 1983). The grid is fixed in the plane, so that any part of a
 * picture comes
 * out like the whole.
 */
export interface BlurPlan {
  /** How often the grid is halved. */
  halvings: number;
  /** 2 to the power of `halvings`. */
  factor: number;
  /** Standard deviation of the convolution on the small grid, in its px. */
  sigma: number;
  /** Half width of that convolution. */
  reach: number;
}

/** The least standard deviation on the small grid, all filters together: below it, detail folds over visibly. */
const leastOnGrid = 1.4;

/** Standard deviations at which a convolution is cut off. */
const cutOff = 3.5;

/** Variance of the six-tap binomial filter, px of the finer grid squared. */
const halvingVariance = 1.25;
/** Variance of the cubic B-spline, px of the smaller grid squared. */
const growingVariance = 1 / 3;

/** @param sigma px, above 0 */
export function planBlur(sigma: number): BlurPlan {
  const halvings = Math.max(0, Math.floor(Math.log2(sigma / leastOnGrid)));
  if (halvings === 0) return { halvings, factor: 1, sigma, reach: Math.ceil(sigma * cutOff) };
  const factor = 2 ** halvings;
  const onGrid = Math.sqrt((sigma / factor) ** 2 - (halvingVariance / 3) * (1 - 1 / factor ** 2) - growingVariance);
  return { halvings, factor, sigma: onGrid, reach: Math.ceil(onGrid * cutOff) };
}

/** How far a blur reaches at most, in its sigmas, whichever way it is computed. */
const longestReach = 8;

/** How far a blur may carry anything, in the unit of sigma; for bounds. */
export const blurReach = (sigma: number): number => (sigma > 0 ? sigma * longestReach + 2 : 0);

/** How many px beyond a pixel a blur of this sigma reaches. */
export function blurMargin(sigma: number): number {
  if (!(sigma > 0)) return 0;
  const { factor, reach } = planBlur(sigma);
  return factor === 1 ? reach : factor * (reach + 5);
}
