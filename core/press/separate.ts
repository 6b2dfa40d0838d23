import type { Triple } from './lab';
import type { Inks, Printing } from './print';
import type { Lab } from './presses';

/** Inks for a colour, and how far what they print is from it (CIE 1976 difference). */
export interface Separated {
  inks: Inks;
  off: number;
}

/** From this lightness down black begins to take the place of colours, and at most so much of it. */
const blackFrom = 78;
const mostBlack = 0.92;

/** How much black goes with a lightness. */
function blackFor(lightness: number): number {
  const dark = Math.min(1, Math.max(0, (blackFrom - lightness) / blackFrom));
  return mostBlack * dark ** 2.2;
}

const steps = 14;
const blackStep = 0.06;
/** Differences below this are seen by nobody. */
const near = 0.3;
/** A colour that cannot be printed may change in lightness and chroma rather than in hue. */
const acrossHue = 1.6;

/**
 * The inks that print a colour as nearly as the press can, with no more ink than dries: black by lightness, colours by
 * Gauss and Newton's way, and more black in place of colours where there is too much ink.
 * @param wanted L*, a*, b* beside the paper
 * @param start inks of a colour near by
 */
export function separate(wanted: Lab, printing: Printing, start: Readonly<Inks>): Separated {
  const { mostInk } = printing.press;
  const first = blackFor(wanted[0]);
  let best: Separated | null = null;
  for (let k = first; ; k = Math.min(1, k + blackStep)) {
    const found = coloursFrom(wanted, k, printing, start);
    const sum = found.inks.reduce((all, one) => all + one, 0);
    const isDry = sum <= mostInk + 1e-6;
    if (!isDry) limit(found, mostInk);
    const off = isDry ? found.off : offOf(wanted, found.inks, printing);
    if (!best || off < best.off - 0.05) best = { inks: found.inks, off };
    // More black only where there was too much ink, or where it was not dark enough.
    if (k >= 1 || (isDry && (found.off < near || !isTooLight(wanted, found.inks, printing)))) return best;
  }
}

const seen: Triple = [0, 0, 0];

function isTooLight(wanted: Lab, inks: Readonly<Inks>, { lab }: Printing): boolean {
  lab(inks, seen);
  return seen[0] > wanted[0] + 0.3;
}

function offOf(wanted: Lab, inks: Readonly<Inks>, { lab }: Printing): number {
  lab(inks, seen);
  return Math.hypot(seen[0] - wanted[0], seen[1] - wanted[1], seen[2] - wanted[2]);
}

/** Colours give way, each by the same part. */
function limit({ inks }: Separated, most: number): void {
  const colours = inks[0] + inks[1] + inks[2];
  const factor = Math.max(0, most - inks[3]) / colours;
  for (let i = 0; i < 3; i++) inks[i] *= Math.min(1, factor);
}

/** From inks near by; where these lead nowhere, from a grey of about the same lightness too. */
function coloursFrom(wanted: Lab, k: number, printing: Printing, start: Readonly<Inks>): Separated {
  const first = coloursFor(wanted, k, printing, start);
  if (first.off < near) return first;
  const grey = Math.min(0.9, Math.max(0.02, 1 - wanted[0] / 100));
  const second = coloursFor(wanted, k, printing, [grey, grey, grey, k]);
  return second.off < first.off ? second : first;
}

/** Three colours beside so much black. */
function coloursFor(wanted: Lab, k: number, printing: Printing, start: Readonly<Inks>): Separated {
  const inks: Inks = [start[0], start[1], start[2], k];
  const weights = weightsAround(wanted);
  const at: Triple = [0, 0, 0];
  const beside: Triple = [0, 0, 0];
  const errorOf = (lab: Triple): Triple => weights(lab[0] - wanted[0], lab[1] - wanted[1], lab[2] - wanted[2]);
  printing.lab(inks, at);
  let error = errorOf(at);
  let damping = 1e-3;
  for (let step = 0; step < steps && dot(error, error) > 1e-4; step++) {
    const slopes: Triple[] = [];
    for (let i = 0; i < 3; i++) {
      const by = inks[i] > 0.5 ? -0.01 : 0.01;
      const other: Inks = [...inks];
      other[i] += by;
      printing.lab(other, beside);
      const moved = errorOf(beside);
      slopes.push([(moved[0] - error[0]) / by, (moved[1] - error[1]) / by, (moved[2] - error[2]) / by]);
    }
    const next = stepped(inks, slopes, error, damping);
    printing.lab(next, beside);
    const after = errorOf(beside);
    if (dot(after, after) < dot(error, error)) {
      inks.splice(0, 4, ...next);
      error = after;
      damping = Math.max(1e-6, damping / 4);
    } else damping *= 12;
    if (damping > 1e3) break;
  }
  return { inks, off: offOf(wanted, inks, printing) };
}

const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Differences along lightness, chroma and hue, the last one weighing more. */
function weightsAround([, a, b]: Lab): (l: number, a: number, b: number) => Triple {
  const chroma = Math.hypot(a, b);
  if (chroma < 1) return (dl, da, db) => [dl, da, db];
  const [x, y] = [a / chroma, b / chroma];
  return (dl, da, db) => [dl, da * x + db * y, (db * x - da * y) * acrossHue];
}

/** One damped step (Levenberg 1944), within what inks can be: those that would leave it stay at their end. */
function stepped(inks: Inks, slopes: readonly Triple[], error: Triple, damping: number): Inks {
  const free = [0, 1, 2];
  for (;;) {
    const by = solved(free, slopes, error, damping);
    const out = free.find((i, n) => (inks[i] <= 0 && by[n] < 0) || (inks[i] >= 1 && by[n] > 0));
    if (out !== undefined && free.length > 1) {
      free.splice(free.indexOf(out), 1);
      continue;
    }
    const next: Inks = [...inks];
    free.forEach((i, n) => (next[i] = Math.min(1, Math.max(0, inks[i] + by[n]))));
    return next;
  }
}

/** The normal equations of some inks, by Gauss's elimination. */
function solved(free: readonly number[], slopes: readonly Triple[], error: Triple, damping: number): number[] {
  const n = free.length;
  const rows = free.map((i) => [
    ...free.map((j) => dot(slopes[i], slopes[j]) * (i === j ? 1 + damping : 1) + (i === j ? damping : 0)),
    -dot(slopes[i], error),
  ]);
  for (let p = 0; p < n; p++) {
    for (let r = p + 1; r < n; r++) {
      const factor = rows[r][p] / rows[p][p];
      for (let c = p; c <= n; c++) rows[r][c] -= factor * rows[p][c];
    }
  }
  const out = new Array<number>(n).fill(0);
  for (let p = n - 1; p >= 0; p--) {
    let sum = rows[p][n];
    for (let c = p + 1; c < n; c++) sum -= rows[p][c] * out[c];
    out[p] = sum / rows[p][p];
  }
  return out;
}
