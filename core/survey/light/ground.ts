import { gaussianBlur } from '../../kernels/blur';
import { usualPlateView } from '../../light/lamp';
import { boxWhere } from '../../pixels/boxWhere';
import { lineThrough, medianOf, ramp } from '../statistics';
import type { CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { abs, ceil, floor, log, max, min, PI, tan } = Math;

/** The shadow that a thing throws on level ground beside its foot. */
export interface GroundShadow {
  /** To the right, or to the left: -1. */
  side: 1 | -1;
  /** How far it runs away from the camera for each step to the side; below 0 it comes nearer. */
  deep: number;
  /** 0..1 */
  confidence: number;
}

/** What lies in shadow has so much less light than the rest of its row: natural logarithm. */
const darker = 0.22;
/** The light of a row's ground: this quantile of it. */
const lit = 0.6;
/** The foot is the lowest part of a thing; its shadow is looked for from so far above it to so far below, heights of the thing. */
const [footShare, above, below] = [0.06, 0.3, 0.12];
/** A shadow begins no farther from the foot than this, and is followed no farther: heights of the thing. */
const [begins, followed] = [0.12, 2];
/** So near to the foot nothing else than its shadow is dark: heights of the thing. */
const certain = 0.3;
/** No thing is smaller than this part of the picture's height: its foot would be a few px. */
const leastHeight = 0.12;
/** What is less likely a thing at all is believed less. */
const trust = [1, 0.5, 0.3];
/** Shadows that run so steeply into the depth, or out of it, are not told apart from the thing's own side. */
const steepest = 3;

/**
 * The surest shadow of a thing on the ground. Its way there is a level line, so it is seen to run to a place of the
 * horizon, which tells its direction (Hartley and Zisserman 2004, 8.6); the camera is taken to be level and usual.
 * @param things masks of the view's size
 * @returns null where no thing throws one that can be followed
 */
export function shadowOnGround(view: CoarseView, things: readonly Uint8Array[]): GroundShadow | null {
  if (things.length === 0) return null;
  const tone = logarithms(view);
  const found = things.slice(0, trust.length).flatMap((mask, number) => {
    const foot = footOf(view, mask);
    if (!foot) return [];
    const both = ([1, -1] as const).map((side) => beside(view, tone, mask, foot, side));
    return both.flatMap((one, k) => {
      if (!one) return [];
      const other = both[1 - k];
      // Dark on both sides is no shadow of one lamp.
      const alone = other ? ramp(other.area / one.area, 0.6, 0.25) : 1;
      return [{ ...one.shadow, confidence: one.shadow.confidence * alone * trust[number] }];
    });
  });
  found.sort((a, b) => b.confidence - a.confidence);
  return found[0]?.confidence > 0 ? found[0] : null;
}

function logarithms({ width, height, light }: CoarseView): Float32Array {
  const soft = gaussianBlur(light, max(1, max(width, height) / 600));
  return soft.data.map((value) => log(max(1e-3, value)));
}

/** A column of a shadow. */
interface Column {
  /** From the foot, px. */
  far: number;
  /** Its middle. */
  y: number;
  thick: number;
  /** How much less light it has than its rows, natural logarithm. */
  dark: number;
}

interface Foot {
  left: number;
  right: number;
  /** The lowest row of the thing. */
  y: number;
  /** Of the whole thing. */
  tall: number;
}

/** Where a thing stands; null for one that runs out of the picture below, or is too small. */
function footOf({ width, height }: CoarseView, mask: Uint8Array): Foot | null {
  const box = boxWhere({ x: 0, y: 0, width, height }, (i) => mask[i] > 0);
  if (!box) return null;
  const [tall, bottom] = [box.height, box.y + box.height - 1];
  if (tall < leastHeight * height || bottom > height * 0.985) return null;
  const y = floor(bottom - footShare * tall);
  const lowest = boxWhere({ x: 0, y, width, height: bottom - y + 1 }, (i) => mask[y * width + i] > 0)!;
  return { left: lowest.x, right: lowest.x + lowest.width - 1, y: bottom, tall };
}

/** The light of each row's ground, of what no thing stands before. */
function litRows({ width }: CoarseView, tone: Float32Array, mask: Uint8Array, from: number, to: number): Float32Array {
  return Float32Array.from({ length: to - from + 1 }, (_, k) => {
    const row: number[] = [];
    for (let x = 0, i = (from + k) * width; x < width; x += 2, i += 2) if (mask[i] === 0) row.push(tone[i]);
    row.sort((a, b) => a - b);
    return row[floor(lit * (row.length - 1))] ?? 0;
  });
}

function beside(
  view: CoarseView,
  tone: Float32Array,
  mask: Uint8Array,
  foot: Foot,
  side: 1 | -1,
): { area: number; shadow: GroundShadow } | null {
  const { width, height } = view;
  const [from, to] = [max(0, floor(foot.y - above * foot.tall)), min(height - 1, ceil(foot.y + below * foot.tall))];
  const rows = litRows(view, tone, mask, from, to);
  const darkness = (x: number, y: number): number => {
    const i = y * width + x;
    return mask[i] === 0 ? rows[y - from] - tone[i] : 0;
  };
  const edge = side > 0 ? foot.right : foot.left;
  const reach = min(ceil(followed * foot.tall), side > 0 ? width - 1 - edge : edge);
  const start = [foot.y - 0.15 * foot.tall, foot.y + 0.03 * foot.tall] as const;
  // Column by column outwards: what is dark and hangs together with what was dark before.
  const follow = (least: number, end: number): Column[] => {
    const columns: Column[] = [];
    let last: readonly [number, number] = start;
    let missed = 0;
    for (let far = 1; far < end; far++) {
      const x = edge + side * far;
      const run = longestRun(from, to, last, (y) => darkness(x, y) > least);
      if (!run) {
        missed++;
        if (columns.length === 0 ? far > begins * foot.tall : missed > 3) break;
        continue;
      }
      missed = 0;
      last = run;
      let dark = 0;
      for (let y = run[0]; y <= run[1]; y++) dark += darkness(x, y);
      const thick = run[1] - run[0] + 1;
      columns.push({ far, y: (run[0] + run[1]) / 2, thick, dark: dark / thick });
    }
    return columns;
  };
  // As dark as it is near the foot it goes on, more or less: what else is darker than its row is not.
  const near = follow(darker, min(reach, ceil(certain * foot.tall))).map(({ dark }) => dark);
  const middles = follow(max(darker, medianOf(near) / 2), reach);
  const area = middles.reduce((sum, { thick }) => sum + thick, 0);
  if (middles.length < 0.3 * foot.tall) return null;
  const line = lineThrough(middles.map(({ far, y, thick }) => [far, y, thick]));
  const thick = area / middles.length;
  const depth = middles.reduce((sum, { dark, thick: own }) => sum + dark * own, 0) / area;
  // It begins at the foot.
  const off = abs(line.at(-(foot.right - foot.left) / 2) - foot.y) / foot.tall;
  const [{ far }] = middles;
  const deep = deepOf(view, { x: edge + side * far, y: line.at(far) }, side, line.slope);
  return {
    area,
    shadow: {
      side,
      deep,
      confidence:
        ramp(depth, darker, 2 * darker) *
        ramp(middles.length / foot.tall, 0.3, 0.6) *
        ramp(line.rest / thick, 0.5, 0.2) *
        ramp(off, 0.15, 0.05) *
        ramp(thick / foot.tall, 0.5, 0.25) *
        ramp(abs(deep), steepest, 0.6 * steepest),
    },
  };
}

/** The longest run of dark rows that touches the last one. */
function longestRun(
  from: number,
  to: number,
  [first, end]: readonly [number, number],
  isDark: (y: number) => boolean,
): readonly [number, number] | null {
  let best: readonly [number, number] | null = null;
  for (let y = from; y <= to; y++) {
    if (!isDark(y)) continue;
    const start = y;
    while (y < to && isDark(y + 1)) y++;
    if (y < first || start > end) continue;
    if (!best || y - start > best[1] - best[0]) best = [start, y];
  }
  return best;
}

/** How far a line on level ground runs away for each step to the side: from where it would reach the horizon. */
function deepOf(
  { width, height }: CoarseView,
  { x, y }: { x: number; y: number },
  side: 1 | -1,
  slope: number,
): number {
  const focal = max(width, height) / 2 / tan((usualPlateView * PI) / 360);
  const rise = y - height / 2;
  if (rise <= 0) return 0;
  // Outwards it rises by -slope each px; in px to the side from the middle, where it is at the horizon.
  const away = -slope;
  const across = side * (x - width / 2);
  // (across + rise / away) to the side for each focal length into the depth.
  const deep = (focal * away) / (across * away + rise);
  return max(-steepest, min(steepest, deep));
}

/**
 * How high the light stands towards the camera, as a shadow on the ground tells of one that comes from a tilt; degrees.
 * @returns null where the shadow falls towards that light, or the light comes from straight above
 */
export function heightByGround({ side, deep }: GroundShadow, tilt: number): number | null {
  const sideways = -side * Math.cos((tilt * PI) / 180);
  return sideways > 0.2 ? (Math.atan(deep * sideways) * 180) / PI : null;
}
