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

type Vector = readonly [number, number, number];
type Matrix = readonly [Vector, Vector, Vector];

/** White points as X, Y, Z: D65, and D50 of the profile connection space (ICC.1:2022, 6.3.4.3). */
const d65: Vector = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329];
const d50: Vector = [0.9642, 1, 0.8249];

/** From X, Y, Z to the responses that are scaled to adapt to another white (Lam 1985, "Bradford"). */
const bradford: Matrix = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];

const times = (m: Matrix, [x, y, z]: Vector): Vector =>
  m.map(([a, b, c]) => a * x + b * y + c * z) as unknown as Vector;

const product = (a: Matrix, b: Matrix): Matrix => {
  const columns = [0, 1, 2].map((k) => times(a, [b[0][k], b[1][k], b[2][k]]));
  return [0, 1, 2].map((row) => columns.map((column) => column[row])) as unknown as Matrix;
};

function inverse([[a, b, c], [d, e, f], [g, h, i]]: Matrix): Matrix {
  const [p, q, r] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const det = a * p + b * q + c * r;
  return [
    [p / det, (c * h - b * i) / det, (b * f - c * e) / det],
    [q / det, (a * i - c * g) / det, (c * d - a * f) / det],
    [r / det, (b * g - a * h) / det, (a * e - b * d) / det],
  ];
}

/** What takes colours seen under D65 to those seen under D50. */
function adaptation(): Matrix {
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

/** The curve of sRGB as ICC writes it (type 3): Y = (a X + b) ^ g above d, else c X. */
const curve = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045];

/**
 * An ICC profile (ICC.1:2022, version 4.4) of a space: matrix and curve.
 * @returns the profile's bytes
 */
export function profileOf(space: RgbSpace): Uint8Array {
  const columns = toXyz(space);
  const shared = parametricCurve();
  const column = (k: number): Uint8Array => xyz([columns[0][k], columns[1][k], columns[2][k]]);
  return profile([
    ['desc', words(space.name)],
    ['cprt', words('No copyright: numbers of a published standard.')],
    ['wtpt', xyz(d50)],
    ['chad', tagOf('sf32', adaptation().flat().map(fixed))],
    ['rXYZ', column(0)],
    ['gXYZ', column(1)],
    ['bXYZ', column(2)],
    ['rTRC', shared],
    ['gTRC', shared],
    ['bTRC', shared],
  ]);
}

const headerBytes = 128;

function profile(tags: readonly (readonly [name: string, content: Uint8Array])[]): Uint8Array {
  const table = 4 + tags.length * 12;
  const places = new Map<Uint8Array, number>();
  let end = headerBytes + table;
  for (const [, content] of tags) {
    if (places.has(content)) continue;
    places.set(content, end);
    end += content.length;
  }
  const out = new Uint8Array(end);
  const view = new DataView(out.buffer);
  const text = (at: number, value: string): void => out.set(new TextEncoder().encode(value), at);
  view.setUint32(0, end);
  view.setUint32(8, 0x04400000);
  text(12, 'mntrRGB XYZ ');
  // 2026-01-01: the same bytes whenever it is made.
  [2026, 1, 1, 0, 0, 0].forEach((value, i) => view.setUint16(24 + i * 2, value));
  text(36, 'acsp');
  d50.forEach((value, i) => view.setInt32(68 + i * 4, fixed(value)));
  view.setUint32(headerBytes, tags.length);
  tags.forEach(([name, content], i) => {
    const at = headerBytes + 4 + i * 12;
    text(at, name);
    view.setUint32(at + 4, places.get(content)!);
    view.setUint32(at + 8, content.length);
    out.set(content, places.get(content)!);
  });
  return out;
}

/** A number as s15Fixed16. */
const fixed = (value: number): number => Math.round(value * 65536);

const xyz = (value: Vector): Uint8Array => tagOf('XYZ ', value.map(fixed));

function tagOf(type: string, values: readonly number[]): Uint8Array {
  const out = new Uint8Array(8 + values.length * 4);
  out.set(new TextEncoder().encode(type));
  values.forEach((value, i) => new DataView(out.buffer).setInt32(8 + i * 4, value));
  return out;
}

function parametricCurve(): Uint8Array {
  const out = tagOf('para', [0, ...curve.map(fixed)]);
  new DataView(out.buffer).setUint16(8, 3);
  return out;
}

/** A text of one language (`mluc`), padded to whole words. */
function words(text: string): Uint8Array {
  const out = new Uint8Array(28 + Math.ceil((text.length * 2) / 4) * 4);
  const view = new DataView(out.buffer);
  out.set(new TextEncoder().encode('mluc'));
  view.setUint32(8, 1);
  view.setUint32(12, 12);
  out.set(new TextEncoder().encode('enUS'), 16);
  view.setUint32(20, text.length * 2);
  view.setUint32(24, 28);
  [...text].forEach((sign, i) => view.setUint16(28 + i * 2, sign.charCodeAt(0)));
  return out;
}
