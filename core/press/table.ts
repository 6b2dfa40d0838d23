import { inverse, rgbSpaces, times, toXyz } from './rgbSpaces';
import { decodeExact, encode } from '../pixels/transfer';
import { toLab, type Triple } from './lab';
import { printingOf, type Inks, type Printing } from './print';
import { presses, type PressName } from './presses';
import { separate } from './separate';

/** What a press makes of the colours of a screen: a grid over red, green and blue, encoded. */
export interface PressTable {
  /** Points along each side. */
  size: number;
  /** Of each point: the four inks, 0..1, and how far what they print is off (CIE 1976). */
  inks: Float32Array;
  off: Float32Array;
  /** Of each point: what is seen of it, linear sRGB under D65, with the paper as it is. */
  seen: Float32Array;
  mostInk: number;
}

const tables = new Map<PressName, PressTable>();
/** Points along each side: colours between them are off by less than a step of 8 bits that prints. */
const gridSize = 17;

/** The table of a press; worked out once (about a second). */
export function tableOf(name: PressName): PressTable {
  let table = tables.get(name);
  if (!table) tables.set(name, (table = makeTable(printingOf(presses[name]))));
  return table;
}

function makeTable(printing: Printing): PressTable {
  const size = gridSize;
  const count = size ** 3;
  const table: PressTable = {
    size,
    inks: new Float32Array(count * 4),
    off: new Float32Array(count),
    seen: new Float32Array(count * 3),
    mostInk: printing.press.mostInk,
  };
  const matrix = toXyz(rgbSpaces.srgb);
  const back = inverse(matrix);
  const light = Array.from({ length: size }, (_, i) => decodeExact(i / (size - 1)));
  const lab: Triple = [0, 0, 0];
  const xyz: Triple = [0, 0, 0];
  for (let r = 0, i = 0; r < size; r++) {
    let start: Inks = [0.5, 0.5, 0.5, 0];
    for (let g = 0; g < size; g++) {
      for (let b = 0; b < size; b++, i++) {
        const colour: Triple = [light[r], light[g], light[b]];
        toLab(...times(matrix, colour), lab);
        const { inks, off } = separate(lab, printing, start);
        start = inks;
        table.inks.set(inks, i * 4);
        table.off[i] = off;
        printing.xyz(inks, xyz);
        table.seen.set(
          times(back, xyz).map((value) => Math.min(1, Math.max(0, value))),
          i * 3,
        );
      }
    }
  }
  return table;
}

/**
 * Reads values of a grid at a place, between its points (linear in each of the six tetrahedra of a cell; Kasson, Plouffe
 * and Nin 1993).
 * @param values so many for each point
 * @param red, @param green, @param blue 0..1, encoded
 */
export function readGrid(
  { size }: Pick<PressTable, 'size'>,
  values: Float32Array,
  channels: number,
  [red, green, blue]: Readonly<Triple>,
  out: number[] | Float32Array,
): void {
  const last = size - 1;
  const [x, y, z] = [red * last, green * last, blue * last];
  const [i, j, k] = [
    Math.min(last - 1, Math.floor(x)),
    Math.min(last - 1, Math.floor(y)),
    Math.min(last - 1, Math.floor(z)),
  ];
  const [u, v, w] = [x - i, y - j, z - k];
  const corner = (i * size + j) * size + k;
  const far = corner + size * size + size + 1;
  // The largest part first: the way from the near corner to the far one goes along the axes in this order.
  const steps: [part: number, step: number][] = [
    [u, size * size],
    [v, size],
    [w, 1],
  ];
  steps.sort((a, b) => b[0] - a[0]);
  const one = corner + steps[0][1];
  const two = one + steps[1][1];
  const [p, q, r] = [steps[0][0], steps[1][0], steps[2][0]];
  for (let c = 0; c < channels; c++)
    out[c] =
      values[corner * channels + c] * (1 - p) +
      values[one * channels + c] * (p - q) +
      values[two * channels + c] * (q - r) +
      values[far * channels + c] * r;
}

/** What a picture asks of a press. */
export interface Printed {
  /** The most ink on any px, sum of four, fraction. */
  mostInk: number;
  /** Which part of the px cannot be printed as it is: off by more than `visible`. */
  beyond: number;
}

/** A difference that is seen side by side. */
const visible = 5;
/** What is shown where a colour cannot be printed, when that is wanted; linear. */
const marked: Readonly<Triple> = [0.02, 0.95, 0.9];

/**
 * A picture as a press prints it, on its paper; in place.
 * @param light linear sRGB, opaque RGBA
 * @param marks shows where colours cannot be printed as they are
 */
export function printed(light: Float32Array, table: PressTable, marks: boolean): Printed {
  const [colour, inks, off]: [Triple, number[], number[]] = [[0, 0, 0], [0, 0, 0, 0], [0]];
  let [mostInk, beyond] = [0, 0];
  for (let at = 0; at < light.length; at += 4) {
    for (let c = 0; c < 3; c++) colour[c] = Math.min(1, Math.max(0, encode(light[at + c])));
    readGrid(table, table.inks, 4, colour, inks);
    readGrid(table, table.off, 1, colour, off);
    const sum = inks[0] + inks[1] + inks[2] + inks[3];
    if (sum > mostInk) mostInk = sum;
    const isBeyond = off[0] > visible;
    if (isBeyond) beyond++;
    if (isBeyond && marks) light.set(marked, at);
    else {
      readGrid(table, table.seen, 3, colour, inks);
      light.set(inks.slice(0, 3), at);
    }
  }
  return { mostInk, beyond: beyond / (light.length / 4) };
}
