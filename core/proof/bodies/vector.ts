/** A place or a direction in space: mm; x to the right, y up, z towards the viewer. */
export type Vector = readonly [number, number, number];

export const add = (a: Vector, b: Vector, times = 1): Vector => [
  a[0] + b[0] * times,
  a[1] + b[1] * times,
  a[2] + b[2] * times,
];
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const unit = (a: Vector): Vector => {
  const long = Math.hypot(a[0], a[1], a[2]) || 1;
  return [a[0] / long, a[1] / long, a[2] / long];
};
