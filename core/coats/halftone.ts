import { readColour } from '../pixels/colour';
import { emptyRaster, type Raster } from '../pixels/raster';
import { decode } from '../pixels/transfer';
import { apply, inverse } from '../shape/affine';
import { eachPlace, type CoatGround } from './ground';
import type { HalftoneCoat } from './schema';

/** Looked up once: the loops are hot. */
const { min, max, round, hypot, abs, sqrt, cos, sin, floor, PI } = Math;

/** How far around a region the coats below must be known, lettering px. */
export const halftoneReach = ({ pitch }: HalftoneCoat, capHeight: number): number => 1.5 * pitch * capHeight;

/** Dots or lines as large as the coats below are dark: the printed area is the missing light. */
export function paintHalftone(coat: HalftoneCoat, place: CoatGround): Raster {
  const { region, toLettering, warp, unit, capHeight } = place;
  const below = coat.of === 'picture' && place.picture ? place.picture : place.below;
  const out = emptyRaster(region.width, region.height, 4);
  const pitch = coat.pitch * capHeight || 1;
  const radians = (coat.angle * PI) / 180;
  const [dx, dy] = [cos(radians) / pitch, sin(radians) / pitch];
  const px = 1 / (pitch * unit);
  const ink = readColour(coat.colour);
  const ground = coat.ground === null ? [0, 0, 0, 0] : readColour(coat.ground);
  const back = inverse(toLettering);
  /** The tone of the coats below at a place of the screen, in pitches: 0 black, 1 white. */
  const toneAt = (u: number, v: number): number => {
    const [lx, ly] = [(u * dx - v * dy) * pitch * pitch, (u * dy + v * dx) * pitch * pitch];
    const [ox, oy] = apply(back, warp ? warp.forward([lx, ly]) : [lx, ly]);
    const column = min(region.width - 1, max(0, floor(ox) - region.x));
    const row = min(region.height - 1, max(0, floor(oy) - region.y));
    const at = (row * region.width + column) * 4;
    const alpha = below.data[at + 3];
    if (alpha <= 0) return 1;
    const light =
      0.2126 * decode(below.data[at] / alpha) +
      0.7152 * decode(below.data[at + 1] / alpha) +
      0.0722 * decode(below.data[at + 2] / alpha);
    return min(1, max(0, (light * alpha + 1 - alpha - 0.5) * coat.contrast + 0.5));
  };
  eachPlace(place, (x, y, at) => {
    const [u, v] = [x * dx + y * dy, y * dx - x * dy];
    const share = coat.motif === 'dots' ? dotAt(u, v, px, toneAt) : lineAt(u, v, px, toneAt);
    for (let c = 0; c < 3; c++) out.data[at + c] = ink[c] * ink[3] * share + ground[c] * ground[3] * (1 - share);
    out.data[at + 3] = ink[3] * share + ground[3] * (1 - share);
  });
  return out;
}

const clamp = (value: number): number => min(1, max(0, value));

/**
 * Dots of two screens that lie between one another: dark dots on light up to half the area, light dots on dark beyond.
 */
function dotAt(u: number, v: number, px: number, toneAt: (u: number, v: number) => number): number {
  const [cx, cy] = [round(u), round(v)];
  const dark = 1 - toneAt(cx, cy);
  const [hx, hy] = [floor(u) + 0.5, floor(v) + 0.5];
  const light = toneAt(hx, hy);
  const dot = dark <= 0 ? 0 : clamp((sqrt(min(dark, 0.5) / PI) - hypot(u - cx, v - cy)) / px + 0.5);
  // Above half, the gaps between the dots are dots of their own.
  if (dark <= 0.5) return dot;
  if (light >= 0.5) return 0;
  return light <= 0 ? 1 : 1 - clamp((sqrt(light / PI) - hypot(u - hx, v - hy)) / px + 0.5);
}

function lineAt(u: number, v: number, px: number, toneAt: (u: number, v: number) => number): number {
  const line = round(v);
  return clamp(((1 - toneAt(u, line)) / 2 - abs(v - line)) / px + 0.5);
}
