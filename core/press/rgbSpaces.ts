/** A colour space of three primaries and the curve of sRGB. */
export interface RgbSpace {
  name: string;
  /** Chromaticities x, y of red, green and blue. */
  primaries: readonly [readonly [number, number], readonly [number, number], readonly [number, number]];
}

/** IEC 61966-2-1, and SMPTE EG 432-1 with the curve of sRGB. */
export const rgbSpaces = {
  srgb: {
    name: 'sRGB',
    primaries: [
      [0.64, 0.33],
      [0.3, 0.6],
      [0.15, 0.06],
    ],
  },
  'display-p3': {
    name: 'Display P3',
    primaries: [
      [0.68, 0.32],
      [0.265, 0.69],
      [0.15, 0.06],
    ],
  },
} as const satisfies Record<string, RgbSpace>;

export type Vector = readonly [number, number, number];
export type Matrix = readonly [Vector, Vector, Vector];

/** White points as X, Y, Z: D65, and D50 of the profile connection space (ICC.1:2022, 6.3.4.3). */
const d65: Vector = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329];
export const d50: Vector = [0.9642, 1, 0.8249];

/** From X, Y, Z to the responses that are scaled to adapt to another white (Lam 1985, "Bradford"). */
const bradford: Matrix = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];

export const times = (m: Matrix, [x, y, z]: Vector): Vector =>
  m.map(([a, b, c]) => a * x + b * y + c * z) as unknown as Vector;

const product = (a: Matrix, b: Matrix): Matrix => {
  const columns = [0, 1, 2].map((k) => times(a, [b[0][k], b[1][k], b[2][k]]));
  return [0, 1, 2].map((row) => columns.map((column) => column[row])) as unknown as Matrix;
};

export function inverse([[a, b, c], [d, e, f], [g, h, i]]: Matrix): Matrix {
  const [p, q, r] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const det = a * p + b * q + c * r;
  return [
    [p / det, (c * h - b * i) / det, (b * f - c * e) / det],
    [q / det, (a * i - c * g) / det, (c * d - a * f) / det],
    [r / det, (b * g - a * h) / det, (a * e - b * d) / det],
  ];
}

/** What takes colours seen under D65 to those seen under D50. */
export function adaptation(): Matrix {
  const [from, to] = [times(bradford, d65), times(bradford, d50)];
  const scaled: Matrix = [
    [to[0] / from[0], 0, 0],
    [0, to[1] / from[1], 0],
    [0, 0, to[2] / from[2]],
  ];
  return product(inverse(bradford), product(scaled, bradford));
}

/** Linear red, green, blue to X, Y, Z under D50 (Lindbloom, "RGB/XYZ matrices"): its columns are the primaries. */
export function toXyz({ primaries }: RgbSpace): Matrix {
  const [red, green, blue] = primaries.map(([x, y]): Vector => [x / y, 1, (1 - x - y) / y]);
  const plain: Matrix = [
    [red[0], green[0], blue[0]],
    [red[1], green[1], blue[1]],
    [red[2], green[2], blue[2]],
  ];
  const strengths = times(inverse(plain), d65);
  const whole = plain.map((row) => row.map((value, k) => value * strengths[k])) as unknown as Matrix;
  return product(adaptation(), whole);
}

/** Linear red, green, blue of one space to those of another; they have the same white. */
export const between = (from: RgbSpace, to: RgbSpace): Matrix => product(inverse(toXyz(to)), toXyz(from));
