import { gaussianBlur } from '../../kernels/blur';
import { huesOf, type CoarseView } from '../view';
import type { Cue } from './cue';

/** Looked up once: these loops are hot. */
const { atan2, hypot, log, max, min, PI, sin, sqrt } = Math;

/** What is between these is shading, parts of the longer side: finer is texture, broader the fall of the light. */
const [finest, broadest] = [0.006, 0.05];
/** A step of colour this large (Oklab chroma over lightness, each px) is paint. */
const paint = 0.004;
/** One direction out of two that shading cannot tell apart: this is never sure. */
const mostConfidence = 0.35;

/**
 * Light from the shading of a surface: it varies most along the light (Pentland 1982; Zheng and Chellappa 1991). From which
 * of the two ends it comes, shading does not tell: taken is the upper one, as most photographs are lit from above.
 */
export function lightFromFolds(view: CoarseView): Cue | null {
  const { width, height, light, lab } = view;
  const longer = max(width, height);
  const tone = { width, height, channels: 1 as const, data: light.data.map((value) => log(max(2e-3, value))) };
  const fine = gaussianBlur(tone, max(1, finest * longer)).data;
  const broad = gaussianBlur(tone, broadest * longer).data;
  const hues = huesOf(lab, 0.15).map(
    (data) => gaussianBlur({ width, height, channels: 1, data }, max(1, finest * longer)).data,
  );
  let [xx, xy, yy, used, all, power] = [0, 0, 0, 0, 0, 0];
  for (let y = 2; y < height - 2; y += 2) {
    for (let x = 2; x < width - 2; x += 2) {
      const i = y * width + x;
      all++;
      const step = hues.reduce(
        (sum, hue) => sum + hypot(hue[i + 1] - hue[i - 1], hue[i + width] - hue[i - width]) / 2,
        0,
      );
      if (step > paint) continue;
      const dx = fine[i + 1] - fine[i - 1] - broad[i + 1] + broad[i - 1];
      const dy = fine[i + width] - fine[i - width] - broad[i + width] + broad[i - width];
      xx += dx * dx;
      xy += dx * dy;
      yy += dy * dy;
      power += (fine[i] - broad[i]) ** 2;
      used++;
    }
  }
  if (used < 0.15 * all || used < 100) return null;
  const size = xx + yy;
  if (sqrt(power / used) < 0.02) return null;
  const turn = atan2(2 * xy, xx - yy) / 2;
  const uneven = hypot(xx - yy, 2 * xy) / max(1e-12, size);
  // The upper end; where the line lies level, the side on which the picture is lighter.
  let tilt = ((-turn * 180) / PI + 360) % 180;
  const rise = Math.abs(sin((tilt * PI) / 180));
  if (rise < 0.35 && lighterSide(broad, width, height) === (tilt < 90 ? 'left' : 'right')) tilt = (tilt + 180) % 360;
  return {
    from: 'texture',
    tilt,
    height: null,
    confidence: mostConfidence * min(1, uneven * 1.5) * min(1, used / (0.6 * all)) * (rise < 0.35 ? 0.6 : 1),
  };
}

function lighterSide(tone: Float32Array, width: number, height: number): 'left' | 'right' {
  let sum = 0;
  for (let y = 0; y < height; y += 4)
    for (let x = 0; x < width; x += 4) sum += (x < width / 2 ? 1 : -1) * tone[y * width + x];
  return sum > 0 ? 'left' : 'right';
}
