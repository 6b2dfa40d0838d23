import { curveThrough, ordered, type CurvePoints } from '../../../core/shape/curve';

/** A curve that changes nothing. */
export const straight: CurvePoints = [
  [0, 0],
  [1, 1],
];
export const mostPoints = 16;
/** Points keep this distance, so that none swallows another while it is dragged. */
const apart = 1 / 255;

/** A point moved, as far as its neighbours leave it room. @param points in their order */
export function moved(points: CurvePoints, place: number, x: number, y: number): CurvePoints {
  const low = place === 0 ? 0 : points[place - 1][0] + apart;
  const high = place === points.length - 1 ? 1 : points[place + 1][0] - apart;
  return points.map((point, i) => (i === place ? [Math.min(high, Math.max(low, x)), y] : point));
}

/** A further point in the widest gap, on the curve as it is. @param points in their order */
export function withPoint(points: CurvePoints): CurvePoints {
  const gaps = points.slice(1).map(([x], i) => ({ i, width: x - points[i][0] }));
  const { i } = gaps.reduce((widest, gap) => (gap.width > widest.width ? gap : widest));
  const x = (points[i][0] + points[i + 1][0]) / 2;
  return ordered([...points, [x, Math.min(1, Math.max(0, curveThrough(points)(x)))]]);
}
