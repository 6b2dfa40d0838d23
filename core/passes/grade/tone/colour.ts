import { shownInPlace, toOklab } from '../../../kernels/colour';
import { wholeTurn } from '../../../light/lamp';
import { lightOfOklab, readOklab } from '../../../pixels/colour';
import type { Raster } from '../../../pixels/raster';
import { smoothStep } from '../../../pixels/smoothStep';
import type { Grade } from '../schema';
import type { GreyMix, HueRange, Match, SplitTint } from './schema';

/** Looked up once: the loops are hot. */
const { atan2, cbrt, max, min, sqrt } = Math;

const chromaOf = (a: number, b: number): number => sqrt(a * a + b * b);

/** L, a and b of one px: changed in place. */
type Lab = [number, number, number];
type Change = (lab: Lab) => void;

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
    lightOfOklab(lab[0], lab[1], lab[2], light);
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
  for (let at = 0; at < data.length; at += 4) {
    if (!(data[at + 3] > 0)) continue;
    lab[0] = data[at];
    lab[1] = data[at + 1];
    lab[2] = data[at + 2];
    for (let i = 0; i < changes.length; i++) changes[i](lab);
    data[at] = lab[0];
    data[at + 1] = lab[1];
    data[at + 2] = lab[2];
  }
  return shownInPlace(out);
}
