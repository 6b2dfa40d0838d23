import { toOklab } from '../../../kernels/colour';
import { wholeTurn } from '../../../light/lamp';
import { readOklab } from '../../../pixels/colour';
import type { Raster } from '../../../pixels/raster';
import { smoothStep } from '../../../pixels/smoothStep';
import { encode } from '../../../pixels/transfer';
import type { Grade } from '../schema';
import type { GreyMix, HueRange, Match, SplitTint } from './schema';

/** Looked up once: the loops are hot. */
const { atan2, cbrt, max, min, sqrt } = Math;

const chromaOf = (a: number, b: number): number => sqrt(a * a + b * b);

/** L, a and b of one px: changed in place. */
type Lab = [number, number, number];
type Change = (lab: Lab) => void;

/** Light of red, green and blue of an Oklab colour (Ottosson 2020); may lie beyond 0..1. */
function lightOf(l: number, a: number, b: number, into: Lab): void {
  const x = l + 0.3963377774 * a + 0.2158037573 * b;
  const y = l - 0.1055613458 * a - 0.0638541728 * b;
  const z = l - 0.0894841775 * a - 1.291485548 * b;
  const [long, middle, short] = [x * x * x, y * y * y, z * z * z];
  into[0] = 4.0767416621 * long - 3.3077115913 * middle + 0.2309699292 * short;
  into[1] = -1.2684380046 * long + 2.6097574011 * middle - 0.3413193965 * short;
  into[2] = -0.0041960863 * long - 0.7034186147 * middle + 1.707614701 * short;
}

const beyond = 2e-4;
const isShown = (light: Lab): boolean =>
  light[0] >= -beyond &&
  light[1] >= -beyond &&
  light[2] >= -beyond &&
  light[0] <= 1 + beyond &&
  light[1] <= 1 + beyond &&
  light[2] <= 1 + beyond;

/** The light of a colour, with as much of its chroma as sRGB can show: lightness and hue stay. */
function shownLight(l: number, a: number, b: number, into: Lab): void {
  const lightness = min(1, max(0, l));
  lightOf(lightness, a, b, into);
  if (isShown(into)) return;
  let low = 0;
  let high = 1;
  for (let i = 0; i < 10; i++) {
    const middle = (low + high) / 2;
    lightOf(lightness, a * middle, b * middle, into);
    if (isShown(into)) low = middle;
    else high = middle;
  }
  lightOf(lightness, a * low, b * low, into);
}

/** The hue wheel's short way between two angles, degrees. */
const between = (from: number, to: number): number => {
  const turn = wholeTurn(to - from);
  return min(turn, 360 - turn);
};

/** Chroma from which a vibrance does nothing, and from which a hue is surely one. */
const vivid = 0.25;
const coloured = 0.04;

function turn(lab: Lab, degrees: number, times: number): void {
  const angle = (degrees * Math.PI) / 180;
  place(lab, Math.cos(angle) * times, Math.sin(angle) * times);
}

function place(lab: Lab, cos: number, sin: number): void {
  const a = lab[1];
  const b = lab[2];
  lab[1] = a * cos - b * sin;
  lab[2] = a * sin + b * cos;
}

function turned(degrees: number, times: number): Change {
  const angle = (degrees * Math.PI) / 180;
  const cos = Math.cos(angle) * times;
  const sin = Math.sin(angle) * times;
  return (lab) => place(lab, cos, sin);
}

const moreVivid =
  (amount: number): Change =>
  (lab) => {
    const factor = 1 + amount * (1 - min(1, chromaOf(lab[1], lab[2]) / vivid));
    lab[1] *= factor;
    lab[2] *= factor;
  };

/** How much a range holds of a colour, 0..1. */
export function shareOfRange(
  { centre, width, soft }: Pick<HueRange, 'centre' | 'width' | 'soft'>,
  a: number,
  b: number,
): number {
  const off = between(centre, (atan2(b, a) * 180) / Math.PI) - width / 2;
  return smoothStep(1 - off / soft) * smoothStep(chromaOf(a, b) / coloured);
}

const inRange =
  (range: HueRange): Change =>
  (lab) => {
    const share = shareOfRange(range, lab[1], lab[2]);
    if (share === 0) return;
    turn(lab, range.turn * share, 1 + (range.saturation - 1) * share);
    lab[0] += range.lightness * share;
  };

const mixedToGrey = ({ red, green, blue }: GreyMix): Change => {
  const light: Lab = [0, 0, 0];
  return (lab) => {
    lightOf(lab[0], lab[1], lab[2], light);
    lab[0] = cbrt(min(1, max(0, red * light[0] + green * light[1] + blue * light[2])));
    lab[1] = 0;
    lab[2] = 0;
  };
};

/** a and b of a CSS colour; grey for none. */
const tintOf = (css: string | null): readonly [number, number] => {
  const [, a, b] = css === null ? [0, 0, 0] : readOklab(css);
  return [a, b];
};

const tinted = ({ shadows, highlights, amount, balance }: SplitTint): Change => {
  const [dark, light] = [tintOf(shadows), tintOf(highlights)];
  return (lab) => {
    const share = smoothStep(lab[0] + balance / 2);
    // What is vivid has a colour of its own, and no room for more.
    const room = amount * (1 - smoothStep(chromaOf(lab[1], lab[2]) / vivid));
    lab[1] += room * ((1 - share) * dark[0] + share * light[0]);
    lab[2] += room * ((1 - share) * dark[1] + share * light[1]);
  };
};

const matched =
  ({ from, to }: Match): Change =>
  (lab) => {
    for (let c = 0; c < 3; c++) {
      // What has no spread of its own is moved only.
      const times = from.spread[c] > 1e-4 ? min(4, to.spread[c] / from.spread[c]) : 1;
      lab[c] = (lab[c] - from.mean[c]) * times + to.mean[c];
    }
  };

/** What a grade does to colours after their tones. */
export function colourChanges({ vibrance, saturation, hue, hueRanges, greyMix, splitTint, fade }: Grade): Change[] {
  const changes: Change[] = [];
  if (vibrance !== 0) changes.push(moreVivid(vibrance));
  if (hue !== 0 || saturation !== 1) changes.push(turned(hue, saturation));
  changes.push(...hueRanges.map(inRange));
  if (greyMix) changes.push(mixedToGrey(greyMix));
  if (splitTint) changes.push(tinted(splitTint));
  if (fade > 0) changes.push(turned(0, 1 - fade * lostByFading));
  return changes;
}
/** Of the chroma, in full. */
const lostByFading = 0.3;

export const matchChanges = ({ match }: Grade): Change[] => (match ? [matched(match)] : []);

/** Every px changed in Oklab. @param raster premultiplied encoded RGBA; not changed */
export function inOklab(raster: Raster, changes: readonly Change[]): Raster {
  const out = toOklab(raster);
  const { data } = out;
  const lab: Lab = [0, 0, 0];
  const light: Lab = [0, 0, 0];
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    if (!(alpha > 0)) continue;
    lab[0] = data[at];
    lab[1] = data[at + 1];
    lab[2] = data[at + 2];
    for (let i = 0; i < changes.length; i++) changes[i](lab);
    shownLight(lab[0], lab[1], lab[2], light);
    for (let c = 0; c < 3; c++) data[at + c] = encode(light[c]) * alpha;
  }
  return out;
}
