import type { CoarseView } from '../view';
import { medianOf } from '../statistics';
import type { Line } from './lines';

/** Looked up once: these loops are hot. */
const { abs, atan2, floor, max, min, PI, round } = Math;

/** A horizon is turned by no more than this, degrees, and is seen along this part of the picture's width. */
const [mostTurned, leastWidth] = [8, 0.45];
/** So many columns are looked at; of those this part must have sky above the line: the others are hidden by things. */
const [columns, leastSky] = [32, 0.55];
/** How far from the line is looked, as parts of the picture's height: past its own softness, and how far up and down. */
const [past, deep] = [0.012, 0.1];
/** Sky is lighter than the ground by so much (Oklab), and its px differ from their neighbours by so much less. */
const [lighter, calmer] = [0.06, 0.6];
/** A clear sky turns bluer or darker upwards by so much (Oklab) over the whole height above the line. */
const [bluer, darker] = [0.01, 0.025];

interface Strip {
  lightness: number;
  blue: number;
  /** The mean difference of neighbours, Oklab lightness. */
  texture: number;
}

function stripOf({ lab: [l, , b], width, height }: CoarseView, x: number, from: number, to: number): Strip | null {
  const [first, last] = [max(0, round(min(from, to))), min(height, round(max(from, to)))];
  const reach = max(1, floor(width / columns / 4));
  const [left, right] = [max(1, x - reach), min(width, x + reach + 1)];
  let [lightness, blue, texture, count] = [0, 0, 0, 0];
  for (let y = first; y < last; y++)
    for (let i = y * width + left; i < y * width + right; i++) {
      lightness += l[i];
      blue -= b[i];
      texture += abs(l[i] - l[i - 1]);
      count++;
    }
  return count === 0 ? null : { lightness: lightness / count, blue: blue / count, texture: texture / count };
}

/** How a column looks above and below a line: whether as sky over ground, and how much the sky turns upwards. */
function columnAt(coarse: CoarseView, x: number, y: number): { isSky: boolean; turn: Omit<Strip, 'texture'> } | null {
  const { height } = coarse;
  const [near, far] = [past * height, (past + deep) * height];
  const [above, below] = [stripOf(coarse, x, y - near, y - far), stripOf(coarse, x, y + near, y + far)];
  const top = stripOf(coarse, x, 0, max(2, 0.3 * y));
  if (!above || !below || !top) return null;
  const isSky =
    above.lightness > below.lightness + lighter &&
    above.texture < calmer * below.texture &&
    top.texture < calmer * below.texture &&
    // Nothing else begins on the way up.
    top.lightness > below.lightness;
  return { isSky, turn: { lightness: above.lightness - top.lightness, blue: top.blue - above.blue } };
}

/**
 * The line at which level ground or water ends at the sky, where a photograph plainly shows one: straight and level, with
 * something calm and lighter above it that turns bluer or darker upwards, as a clear sky does (Preetham et al. 1999). What
 * stands before it may hide a part. A wall behind a table is mostly neither: lamps light it unevenly.
 * @param lines of the coarse view's px
 * @returns from the left edge to the right, the same px; null where there is none
 */
export function horizonAmong(lines: readonly Line[], coarse: CoarseView): Line | null {
  const { width } = coarse;
  for (const { from, to } of lines) {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    if (dx < leastWidth * width || abs((atan2(dy, dx) * 180) / PI) > mostTurned) continue;
    const at = (x: number): number => from[1] + ((x - from[0]) * dy) / dx;
    const seen = Array.from({ length: columns }, (_, i) => {
      const x = floor(((i + 0.5) * width) / columns);
      return columnAt(coarse, x, at(x));
    }).filter((one) => one !== null);
    const sky = seen.filter(({ isSky }) => isSky);
    if (seen.length < columns / 2 || sky.length < leastSky * seen.length) continue;
    const turned = medianOf(sky.map(({ turn }) => turn.blue)) > bluer;
    const darkened = medianOf(sky.map(({ turn }) => turn.lightness)) > darker;
    if (turned || darkened) return { from: [0, at(0)], to: [width, at(width)] };
  }
  return null;
}
