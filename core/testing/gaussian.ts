/** The error function by Abramowitz and Stegun 7.1.26, as the share of a Gaussian below x. */
export function phi(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x / Math.SQRT2));
  const e =
    1 -
    t *
      (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
      Math.exp(-(x * x) / 2);
  return 0.5 * (1 + Math.sign(x) * e);
}
