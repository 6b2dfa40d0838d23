import { readLevel, type Level, type Picture } from '../../pictures/pyramid';
import { decodeByte } from '../../pixels/transfer';
import type { Point } from '../../shape/affine';

/** A place on a veil's border. */
export interface BorderPoint {
  /** Plate px. */
  place: Point;
  /** Unit vector from the veil outwards. */
  outward: Point;
}

/**
 * Lines side by side along the border that are averaged, and their distance, as parts of the sigma that is looked for.
 */
const lanes = 9;
const laneStep = 0.5;
/** The profile reaches this many times the wider of the two derivatives' sigmas to each side. */
const reach = 3;
/** The wider derivative is this much wider. */
const wider = 2;
/** Sigma at the first look, plate px, and what is ever found. */
const firstSigma = 1.2;
const least = 0.3;
/** No edge is softer than this, plate px: a wider slope is light on a surface. */
const mostFor = ({ width, height }: Picture): number => Math.max(20, 0.012 * Math.max(width, height));
const looks = 5;
/** A step weaker than this, in linear light, tells nothing. */
const leastStep = 0.02;

export interface EdgeOptions {
  /** The sigma that is looked for first, plate px. */
  first?: number;
  /** Whether a line tells too: a thin thing that is blurred wider than it is. */
  lines?: boolean;
}

/**
 * How soft the photo's edge is at a place of the border: the sigma of the Gaussian that a sharp edge was blurred by.
 * Derivatives of
 * the profile across the border are taken with two Gaussians; the ratio of their peaks tells the sigma between (Zhuo
 * and Sim 2011,
 * on a profile averaged along the border, with widths that follow what is found).
 * @returns plate px; null where there is no edge to measure
 */
export async function edgeSigma(
  picture: Picture,
  point: BorderPoint,
  { first = firstSigma, lines = false }: EdgeOptions = {},
): Promise<number | null> {
  const most = mostFor(picture);
  let sigma = first;
  let isClean = false;
  for (let look = 0; look < looks; look++) {
    const seen = await lookAt(picture, point, Math.max(0.8, sigma * 0.8), lines);
    if (seen === null) return null;
    const before = sigma;
    // A first look with narrow derivatives may be far off on a soft edge; the next one knows better.
    sigma = Math.min(most * 1.5, Math.max(least, seen.sigma));
    isClean = seen.isClean;
    if (Math.abs(sigma - before) < 0.06 * before) break;
  }
  return isClean && sigma <= most ? sigma : null;
}

/** One look with derivatives of sigma `narrow` and `wider` times that, plate px; null where both sides are alike. */
async function lookAt(
  picture: Picture,
  { place, outward }: BorderPoint,
  narrow: number,
  lines: boolean,
): Promise<{ sigma: number; isClean: boolean } | null> {
  // Wide edges are looked at on a level whose px are still fine enough for them.
  const level = Math.max(0, Math.min(picture.levels - 1, Math.floor(Math.log2(narrow / 1.6))));
  const unit = 2 ** level;
  const sigma = narrow / unit;
  const half = Math.ceil(reach * wider * sigma) + 3;
  const colours = await profileAcross(
    picture,
    level,
    [place[0] / unit, place[1] / unit],
    outward,
    half,
    sigma * laneStep,
  );
  if (lines) {
    const line = lineSigma(colours, sigma, half);
    if (line !== null && line * unit >= leastLine) return { sigma: line * unit, isClean: true };
  }
  const profile = projected(colours);
  if (!profile) return null;
  const slack = Math.ceil(1.5 * sigma) + 2;
  const peak = peakOf(profile, sigma, half, slack);
  const low = peakOf(profile, sigma * wider, half, slack);
  if (peak <= 0 || low <= 0) return null;
  // A sampled px averages over its own width, and so does the bilinear reading: together about this much.
  const own = 1 / 12 + 1 / 6;
  const ratio = (peak / low) ** 2;
  if (ratio <= 1.0001) return { sigma: Infinity, isClean: false };
  const square = ((wider * sigma) ** 2 - ratio * sigma ** 2) / (ratio - 1) - own;
  // A step of that blur would rise just so steeply: what does not is no single edge.
  const expected = stepOf(profile) / Math.sqrt(2 * Math.PI * (Math.max(0, square) + own + sigma ** 2));
  return { sigma: Math.sqrt(Math.max(0.01, square)) * unit, isClean: peak > expected * 0.6 && peak < expected * 1.7 };
}

/** A line's light falls to this part of it on both sides. */
const fallen = 0.35;
/** Its shape is at least this round, and it is blurred by no less than this, plate px: a fine line has a width of its own. */
const [rounded, leastLine] = [1.75, 2.2];

/**
 * The blur of a line: a thin thing blurred wider than it is has a Gaussian across it. Its sigma is that at which its light,
 * beside the peak, has the spread of a Gaussian: by the area under it and its height.
 * @param sigma what is looked for, px of the profile
 * @returns px of the profile; null where it is no line
 */
function lineSigma(colours: Float64Array, sigma: number, middle: number): number | null {
  const count = colours.length / 3;
  const raw = Float64Array.from({ length: count }, (_, i) => colours[3 * i] + colours[3 * i + 1] + colours[3 * i + 2]);
  const width = 0.5 * sigma;
  const profile = raw.map((_, i) => smoothAt(raw, i, width));
  // The top or the bottom nearest to the middle, on the side to which the profile rises or falls.
  let best: number | null = null;
  for (const sign of [1, -1]) {
    for (const way of [1, -1]) {
      let top = middle;
      while (top + way >= 0 && top + way < count && sign * profile[top + way] > sign * profile[top]) top += way;
      if (top === middle || top === 0 || top === count - 1 || Math.abs(top - middle) > 2.5 * sigma + 2) continue;
      let [left, right] = [top, top];
      while (left > 0 && sign * profile[left - 1] < sign * profile[left]) left--;
      while (right < count - 1 && sign * profile[right + 1] < sign * profile[right]) right++;
      const feet = [sign * profile[left], sign * profile[right]];
      const peak = sign * profile[top];
      const height = peak - Math.max(...feet);
      // Both sides fall nearly as far: else it is the border of something.
      if (height < leastStep * 1.5 || height < (1 - fallen) * (peak - Math.min(...feet))) continue;
      const widthAt = (share: number): number => {
        const level = peak - height * (1 - share);
        let [a, b] = [top, top];
        while (a > left && sign * profile[a] > level) a--;
        while (b < right && sign * profile[b] > level) b++;
        return b - a - 1;
      };
      // A Gaussian is 2.19 times as wide at a quarter of its height as at three quarters, a thing with sharp sides is not.
      if (widthAt(0.25) < rounded * widthAt(0.75)) continue;
      // From half the height to half the height is 2.355 sigma.
      const square = (widthAt(0.5) / 2.3548) ** 2 - width * width;
      if (square > 0.04) best = Math.min(best ?? Infinity, Math.sqrt(square));
    }
  }
  return best;
}

function smoothAt(values: Float64Array, centre: number, sigma: number): number {
  const span = Math.ceil(2.5 * sigma);
  let [sum, all] = [0, 0];
  for (let k = -span; k <= span; k++) {
    const weight = Math.exp((-k * k) / (2 * sigma * sigma + 1e-9));
    sum += weight * values[Math.min(values.length - 1, Math.max(0, centre + k))];
    all += weight;
  }
  return sum / all;
}

/** Linear light along a line across the border, `half` px to each side, three values for each px. */
async function profileAcross(
  picture: Picture,
  level: number,
  [x, y]: Point,
  [nx, ny]: Point,
  half: number,
  step: number,
): Promise<Float64Array> {
  const side = half + Math.ceil((lanes / 2) * step) + 2;
  const region = { x: Math.floor(x) - side, y: Math.floor(y) - side, width: 2 * side + 2, height: 2 * side + 2 };
  const pixels = await readLevel(picture, level, region);
  const out = new Float64Array((2 * half + 1) * 3);
  for (let lane = 0; lane < lanes; lane++) {
    const along = (lane - (lanes - 1) / 2) * step;
    for (let t = -half; t <= half; t++)
      addLight(
        pixels,
        x + nx * t - ny * along - region.x - 0.5,
        y + ny * t + nx * along - region.y - 0.5,
        out,
        (t + half) * 3,
      );
  }
  for (let i = 0; i < out.length; i++) out[i] /= lanes;
  return out;
}

function addLight(
  { width, height, channels, bytes }: Level,
  x: number,
  y: number,
  out: Float64Array,
  to: number,
): void {
  const column = Math.max(0, Math.min(width - 2, Math.floor(x)));
  const row = Math.max(0, Math.min(height - 2, Math.floor(y)));
  const [s, t] = [x - column, y - row];
  const at = (row * width + column) * channels;
  for (let c = 0; c < 3; c++) {
    const i = at + (channels === 1 ? 0 : c);
    const above = decodeByte[bytes[i]] * (1 - s) + decodeByte[bytes[i + channels]] * s;
    const below = decodeByte[bytes[i + width * channels]] * (1 - s) + decodeByte[bytes[i + (width + 1) * channels]] * s;
    out[to + c] += above * (1 - t) + below * t;
  }
}

/** The profile as one value for each px: along the colour in which both sides differ most. */
function projected(profile: Float64Array): Float64Array | null {
  const count = profile.length / 3;
  const third = Math.floor(count * 0.4);
  const axis = [0, 1, 2].map((c) => {
    let difference = 0;
    for (let i = 0; i < third; i++) difference += profile[(count - 1 - i) * 3 + c] - profile[i * 3 + c];
    return difference / third;
  });
  const length = Math.hypot(...axis);
  if (length < leastStep) return null;
  return Float64Array.from(
    { length: count },
    (_, i) => (profile[i * 3] * axis[0] + profile[i * 3 + 1] * axis[1] + profile[i * 3 + 2] * axis[2]) / length,
  );
}

/** How much both ends of a profile differ. */
function stepOf(profile: Float64Array): number {
  const part = Math.floor(profile.length * 0.25);
  let step = 0;
  for (let i = 0; i < part; i++) step += profile[profile.length - 1 - i] - profile[i];
  return step / part;
}

/** The steepest rise near the middle, seen with the derivative of a Gaussian. */
function peakOf(profile: Float64Array, sigma: number, middle: number, slack: number): number {
  let most = 0;
  const span = Math.ceil(3 * sigma) + 1;
  for (let centre = middle - slack; centre <= middle + slack; centre++) {
    let sum = 0;
    let weights = 0;
    for (let k = -span; k <= span; k++) {
      const weight = Math.exp(-(k * k) / (2 * sigma * sigma));
      weights += weight;
      sum += weight * k * profile[Math.min(profile.length - 1, Math.max(0, centre + k))];
    }
    most = Math.max(most, sum / (weights * sigma * sigma));
  }
  return most;
}
