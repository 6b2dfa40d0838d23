import { gaussianBlur } from '../../kernels/blur';
import type { Finding, Measure } from '../measure';
import { medianOf } from '../statistics';
import { huesOf, type CoarseView, type View } from '../view';
import { lightLeft, type LightLeft, type Shaded } from './left';

/** Looked up once: these loops are hot. */
const { floor, hypot, max, min, sqrt } = Math;

/** What lies in shadow, on all of a plate or on a part of it. */
export interface Shadow {
  /** Median Oklab of what lies in shadow. */
  tint: [number, number, number];
  /** What is left of the light in them, by the light beside them, linear: 1 is no shadow. */
  depth: number;
  /** The same in the depth of shadows, by red, green and blue; null where it cannot be told. */
  left: LightLeft | null;
}

/** The colour of a plate's shadows. */
export interface Shadows extends Finding, Shadow {
  /** The same by parts of the plate, row by row; null where there are none. */
  regions: (Shadow | null)[];
}

const [columns, rows] = [3, 3];
/** Which of the regions a place lies in. @param at fractions of the plate */
export const regionAt = ([x, y]: readonly [number, number]): number => {
  const cell = (part: number, count: number): number => max(0, min(count - 1, floor(part * count)));
  return cell(y, rows) * columns + cell(x, columns);
};

/** How far two of the regions lie apart, sides of one. */
export const regionsApart = (one: number, other: number): number =>
  hypot((one % columns) - (other % columns), floor(one / columns) - floor(other / columns));

/** What has less than this part of the broad light around it lies in shadow, if its colour goes on. */
const darker = 0.6;
/** What is broader than this part of the longer side is the light around. */
const around = 0.06;
/** The colour beside a shadow is that of the shadow, but for this (Oklab chroma over lightness). */
const sameColour = 0.06;
/** Fewer px than this part of a region are no shadow. */
const leastShare = 0.004;

interface Found extends Shaded {
  /** Indices of the px that lie in shadow, region by region. */
  parts: number[][];
}

function shadedIn({ width, height, light, lab }: CoarseView): Found {
  const sigma = around * max(width, height);
  const broad = gaussianBlur(light, sigma).data;
  const hues = huesOf(lab, 0.05);
  const broadHues = hues.map((data) => gaussianBlur({ width, height, channels: 1, data }, sigma).data);
  const [inShadow, isAlike] = [new Uint8Array(light.data.length), new Uint8Array(light.data.length)];
  const parts = Array.from({ length: columns * rows }, () => [] as number[]);
  for (let i = 0; i < light.data.length; i++) {
    const unlike = sqrt((hues[0][i] - broadHues[0][i]) ** 2 + (hues[1][i] - broadHues[1][i]) ** 2);
    if (unlike > sameColour) continue;
    isAlike[i] = 1;
    if (light.data[i] > darker * broad[i] || light.data[i] < 2e-4) continue;
    inShadow[i] = 1;
    const [x, y] = [i % width, floor(i / width)];
    parts[floor((y * rows) / height) * columns + floor((x * columns) / width)].push(i);
  }
  return { inShadow, isAlike, broad, parts };
}

/** Enough of some px for a median. */
const someOf = (px: readonly number[]): readonly number[] =>
  px.length > 4000 ? px.filter((_, k) => k % Math.ceil(px.length / 4000) === 0) : px;

/** The broad light is dimmed by the shadow itself: what is lit is a little lighter. */
const depthOf = ({ light }: CoarseView, { broad }: Shaded, some: readonly number[]): number =>
  some.length > 0 ? medianOf(some.map((i) => light.data[i] / max(1e-4, broad[i]))) : 1;

/** What is left of the light in a plate's shadows, and nothing else of them. */
export function shadowDepth({ coarse }: View): number {
  const shaded = shadedIn(coarse);
  return depthOf(coarse, shaded, someOf(shaded.parts.flat()));
}

/**
 * Shadows as px much darker than what is around, whose colour (chroma over lightness, which shadow leaves nearly as it is:
 * after Finlayson et al. 2006) is that of what is around; their median colour, and what is left of the light.
 */
export const shadows: Measure<Shadows> = {
  name: 'shadows',
  version: 2,
  take({ coarse }: View) {
    const { width, height, lab } = coarse;
    const shaded = shadedIn(coarse);
    const { parts } = shaded;
    const leftIn = lightLeft(coarse, shaded);
    const describe = (px: readonly number[]): Shadow => {
      const some = someOf(px);
      const tint = [0, 1, 2].map((c) => medianOf(some.map((i) => lab[c][i]))) as [number, number, number];
      return { tint, depth: depthOf(coarse, shaded, some), left: leftIn(some) };
    };
    const least = (leastShare * width * height) / parts.length;
    const all = parts.flat();
    const whole: Shadow = all.length > 0 ? describe(all) : { tint: [0, 0, 0], depth: 1, left: null };
    return {
      ...whole,
      regions: parts.map((px) => (px.length > least ? describe(px) : null)),
      confidence: min(1, all.length / (0.03 * width * height)),
    };
  },
};
