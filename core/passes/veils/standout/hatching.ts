import { borderDistance, distanceUnit } from '../fine/band';
import type { Mark } from '../scribble/marks';

/** Looked up once: these loops are hot. */
const { ceil, floor, max, min, round } = Math;

/** Strokes lie on so many rows of a thing, and around it in a frame that is wider by this part of its longer side. */
const [rows, frame] = [11, 0.16];
/** So far from the border, px: what lies there is sure. */
const sureInside = 2.5;
const sureOutside = 5;
/** What is so near to something thin, px, may belong to it. */
const besideThin = 3;
/** Shorter strokes than this say little, px; and strokes are so thick. */
const [shortest, radius] = [4, 1.25];

/**
 * Level strokes across a thing and beside it, as a person would hatch it: no cut is needed to find them.
 * @param mask 1 for what belongs to it @param thin 1 for what may be thin: it may grow out of it, and is not marked behind
 * @returns strokes in px of the mask; none where it is too thin to be hatched
 */
export function hatchingOf(mask: Uint8Array, thin: Uint8Array, width: number, height: number): Mark[] {
  const box = boxOf(mask, width, height);
  if (!box) return [];
  const inside = borderDistance(
    mask.map((one) => one * 255),
    width,
    height,
  );
  const outside = borderDistance(
    mask.map((one) => 255 - one * 255),
    width,
    height,
  );
  const wider = ceil(frame * max(box.right - box.left, box.bottom - box.top));
  const [left, right] = [max(0, box.left - wider), min(width, box.right + wider)];
  const marks: Mark[] = [];
  const hatch = (side: Mark['side'], y: number, isSure: (i: number) => boolean): void => {
    for (let x = left; x < right;) {
      if (!isSure(y * width + x)) {
        x++;
        continue;
      }
      const from = x;
      while (x < right && isSure(y * width + x)) x++;
      if (x - from < shortest) continue;
      marks.push({
        side,
        radius,
        points: [
          [from + 0.5 + radius, y + 0.5],
          [x - 0.5 - radius, y + 0.5],
        ],
      });
    }
  };
  const isIn = (i: number): boolean => mask[i] === 1 && inside[i] >= sureInside * distanceUnit;
  const isThin = (i: number): boolean => {
    for (let v = -besideThin; v <= besideThin; v++)
      for (let u = -besideThin; u <= besideThin; u++) if (thin[i + v * width + u] === 1) return true;
    return false;
  };
  const isOut = (i: number): boolean => mask[i] === 0 && outside[i] >= sureOutside * distanceUnit && !isThin(i);
  for (let k = 0; k < rows; k++) {
    const y = min(height - 1, floor(box.top + ((k + 0.5) / rows) * (box.bottom - box.top)));
    hatch('front', y, isIn);
    if (k % 2 === 1) hatch('behind', y, isOut);
  }
  for (const y of [box.top - wider * 0.6, box.bottom + wider * 0.6])
    if (y >= 0 && y < height) hatch('behind', round(y) - (round(y) === height ? 1 : 0), isOut);
  return marks.some(({ side }) => side === 'front') ? marks : [];
}

function boxOf(
  mask: Uint8Array,
  width: number,
  height: number,
): { left: number; right: number; top: number; bottom: number } | null {
  const box = { left: width, right: 0, top: height, bottom: 0 };
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (!mask[i]) continue;
      box.left = min(box.left, x);
      box.right = max(box.right, x + 1);
      box.top = min(box.top, y);
      box.bottom = max(box.bottom, y + 1);
    }
  return box.right > box.left ? box : null;
}
