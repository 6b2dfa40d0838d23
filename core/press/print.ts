import { d50, fromLab, toLab, type Triple } from './lab';
import type { Press } from './presses';

/** Four inks, 0..1 each. */
export type Inks = [c: number, m: number, y: number, k: number];

/** What a press prints: X, Y, Z (D50) of any four inks. */
export interface Printing {
  press: Press;
  /** X, Y, Z as an instrument sees it, paper and all. */
  xyz(inks: Readonly<Inks>, out: Triple): void;
  /** L*, a*, b* beside the paper: bare paper is 100, 0, 0. */
  lab(inks: Readonly<Inks>, out: Triple): void;
  /** X, Y, Z of the bare paper. */
  paper: Triple;
}

/**
 * Dots grow: the area that is inked grows most at a half (a parabola, as dot gain is usually drawn).
 * @param gain at a half
 */
const grownDot = (area: number, gain: number): number => area + 4 * gain * area * (1 - area);

/**
 * How a press prints: its dots, grown, cover each other by chance (Demichel 1924); each of the sixteen colours that come
 * of it adds its light (Neugebauer 1937), with light that spreads in the paper between them (Yule and Nielsen 1951).
 */
export function printingOf(press: Press): Printing {
  const { solids, spread } = press;
  const [paper, k] = [fromLab(press.paper), fromLab(solids.k)];
  const { c, m, y, cm, cy, my, cmy } = solids;
  const colours = [press.paper, c, m, cm, y, cy, my, cmy].map(fromLab);
  // Black lets through the same part of the light of whatever lies below it.
  const all = [...colours, ...colours.map((below) => below.map((value, i) => (value * k[i]) / paper[i]) as Triple)];
  const roots = Float64Array.from(all.flatMap((one) => one.map((value) => Math.max(0, value) ** (1 / spread))));
  const xyz = (inks: Readonly<Inks>, out: Triple): void => {
    const a = grownDot(inks[0], press.gain);
    const b = grownDot(inks[1], press.gain);
    const d = grownDot(inks[2], press.gain);
    const e = grownDot(inks[3], press.gainOfBlack);
    let [sx, sy, sz] = [0, 0, 0];
    for (let i = 0; i < 16; i++) {
      const share = (i & 1 ? a : 1 - a) * (i & 2 ? b : 1 - b) * (i & 4 ? d : 1 - d) * (i & 8 ? e : 1 - e);
      sx += share * roots[i * 3];
      sy += share * roots[i * 3 + 1];
      sz += share * roots[i * 3 + 2];
    }
    out[0] = sx ** spread;
    out[1] = sy ** spread;
    out[2] = sz ** spread;
  };
  const lab = (inks: Readonly<Inks>, out: Triple): void => {
    xyz(inks, out);
    toLab((out[0] / paper[0]) * d50[0], (out[1] / paper[1]) * d50[1], (out[2] / paper[2]) * d50[2], out);
  };
  return { press, xyz, lab, paper };
}
