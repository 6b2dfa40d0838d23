import type { WhiteBalance } from './schema';

type Pair = [number, number];
type Triple = readonly [number, number, number];
/** Nine numbers, row by row. */
export type Matrix = readonly number[];

/** IEC 61966-2-1: linear sRGB to CIE XYZ, and back. */
const toXyz: Matrix = [
  0.4123907993, 0.3575843394, 0.1804807884, 0.2126390059, 0.7151686788, 0.0721923154, 0.0193308187, 0.1191947798,
  0.9505321522,
];
const fromXyz: Matrix = [
  3.2409699419, -1.5373831776, -0.4986107603, -0.9692436363, 1.8759675015, 0.0415550574, 0.0556300797, -0.2039769589,
  1.0569715142,
];
/** The cones of the Bradford transform (Lam 1985), and back. */
const toCones: Matrix = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296];
const fromCones: Matrix = [
  0.9869929, -0.1470543, 0.1599627, 0.4323053, 0.5183603, 0.0492912, -0.0085287, 0.0400428, 0.9684867,
];

const applied = (m: Matrix, [x, y, z]: Triple): [number, number, number] => [
  m[0] * x + m[1] * y + m[2] * z,
  m[3] * x + m[4] * y + m[5] * z,
  m[6] * x + m[7] * y + m[8] * z,
];

function product(a: Matrix, b: Matrix): Matrix {
  return Array.from({ length: 9 }, (_, i) => {
    const [row, column] = [i - (i % 3), i % 3];
    return a[row] * b[column] + a[row + 1] * b[column + 3] + a[row + 2] * b[column + 6];
  });
}

/** CIE 1960 chromaticity. */
const chromaticity = ([x, y, z]: Triple): Pair => {
  const sum = x + 15 * y + 3 * z;
  return [(4 * x) / sum, (6 * y) / sum];
};
const daylight = chromaticity(applied(toXyz, [1, 1, 1]));
/** Of D65, mired. */
const daylightMired = 1e6 / 6504;

/** The Planckian locus in CIE 1960 chromaticity (Krystek 1985). */
function locus(mired: number): Pair {
  const t = 1e6 / mired;
  return [
    (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t) / (1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t),
    (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t) / (1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t),
  ];
}

/** The chromaticity that is as far along the locus from another one as that is from daylight, and across it. */
function whiteOf({ warmth, tint }: WhiteBalance): Pair {
  const mired = daylightMired - warmth;
  const [here, from] = [locus(mired), locus(daylightMired)];
  const [across, up] = normalAt(mired);
  return [
    daylight[0] + here[0] - from[0] + (across * tint) / 1000,
    daylight[1] + here[1] - from[1] + (up * tint) / 1000,
  ];
}

/** Across the locus, towards green; length 1. */
function normalAt(mired: number): Pair {
  const [before, after] = [locus(mired - 1), locus(mired + 1)];
  const along = [after[0] - before[0], after[1] - before[1]];
  const length = Math.hypot(along[0], along[1]);
  return [-along[1] / length, along[0] / length];
}

/** XYZ of a chromaticity, with Y = 1. */
function xyzOf([u, v]: Pair): Triple {
  const sum = 2 * u - 8 * v + 4;
  const [x, y] = [(3 * u) / sum, (2 * v) / sum];
  return [x / y, 1, (1 - x - y) / y];
}

/** Linear sRGB as it would be had the light been daylight: adaptation by von Kries in Bradford's cones. */
export function balanceMatrix(balance: WhiteBalance): Matrix {
  const to = applied(toCones, applied(toXyz, [1, 1, 1]));
  const from = applied(toCones, xyzOf(whiteOf(balance)));
  const gains: Matrix = [to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]];
  return product(fromXyz, product(fromCones, product(gains, product(toCones, toXyz))));
}

const [coldest, warmest] = [-200, 100];
const mostTint = 60;

/**
 * The white balance that makes a colour grey, or as nearly as it may.
 * @param linear red, green and blue in light
 * @returns null for black
 */
export function balanceOfGrey(linear: Triple): WhiteBalance | null {
  if (!(Math.max(...linear) > 1e-5)) return null;
  const wanted = chromaticity(applied(toXyz, linear));
  const farFrom = (warmth: number): number => {
    const [u, v] = whiteOf({ warmth, tint: 0 });
    return Math.hypot(wanted[0] - u, wanted[1] - v);
  };
  let best = coldest;
  for (let warmth = coldest; warmth <= warmest; warmth++) if (farFrom(warmth) < farFrom(best)) best = warmth;
  // The nearest point of the locus lies within a mired of it: thirds.
  let [low, high] = [Math.max(coldest, best - 1), Math.min(warmest, best + 1)];
  for (let i = 0; i < 40; i++) {
    const third = (high - low) / 3;
    if (farFrom(low + third) < farFrom(high - third)) high -= third;
    else low += third;
  }
  const warmth = (low + high) / 2;
  const [u, v] = whiteOf({ warmth, tint: 0 });
  const [across, up] = normalAt(daylightMired - warmth);
  const tint = 1000 * ((wanted[0] - u) * across + (wanted[1] - v) * up);
  return { warmth, tint: Math.min(mostTint, Math.max(-mostTint, tint)) };
}
