/** Places from left to right, and the value at each; in any order. */
export type CurvePoints = [place: number, value: number][];

/** The points from left to right; of several at one place the last one counts. */
export const ordered = (points: CurvePoints): CurvePoints => {
  const byPlace = new Map(points.map((point) => [point[0], point]));
  return [...byPlace.values()].sort(([a], [b]) => a - b);
};

/**
 * A curve through points that never runs beyond them: monotone cubic interpolation (Fritsch and Carlson 1980). Level
 * before the first and after the last one.
 */
export function curveThrough(points: CurvePoints): (value: number) => number {
  const at = ordered(points);
  const last = at.length - 1;
  if (last < 1) return () => at[0][1];
  const slopes = at.slice(1).map(([x, y], i) => (y - at[i][1]) / (x - at[i][0]));
  const tangents = at.map((_, i) => {
    if (i === 0) return slopes[0];
    if (i === last) return slopes[last - 1];
    return slopes[i - 1] * slopes[i] <= 0 ? 0 : (slopes[i - 1] + slopes[i]) / 2;
  });
  slopes.forEach((slope, i) => {
    const length = slope === 0 ? Infinity : Math.hypot(tangents[i] / slope, tangents[i + 1] / slope);
    if (length <= 3) return;
    tangents[i] *= 3 / length;
    tangents[i + 1] *= 3 / length;
  });
  return (value) => {
    if (value <= at[0][0]) return at[0][1];
    if (value >= at[last][0]) return at[last][1];
    let i = 0;
    while (value > at[i + 1][0]) i++;
    const [[x, y], [nextX, nextY]] = [at[i], at[i + 1]];
    const width = nextX - x;
    const t = (value - x) / width;
    const [square, cube] = [t * t, t * t * t];
    return (
      (2 * cube - 3 * square + 1) * y +
      (cube - 2 * square + t) * width * tangents[i] +
      (3 * square - 2 * cube) * nextY +
      (cube - square) * width * tangents[i + 1]
    );
  };
}
