import { levelSize, readLevel, type Picture } from '../pictures/pyramid';
import type { Region } from '../pixels/region';
import { placedBounds } from '../shape/affine';
import type { Letters } from '../type/letters';
import { pictureBox } from './laidPictures';
import { picturePlace } from './picture';
import type { PictureCoat } from './schema';

/** How much goes on in each part of a picture: sums of its gradient, so that any box's mean is four readings. */
export interface DetailMap {
  width: number;
  height: number;
  /** Picture px per px of the map. */
  step: number;
  /** (width + 1) x (height + 1): the sum of all above and to the left (Crow 1984). */
  sums: Float64Array;
}

/** Measures a picture's detail on its smallest stored level: the mean change of brightness from px to px. */
export async function detailOf(picture: Picture): Promise<DetailMap> {
  const last = picture.levels - 1;
  const { width, height, channels, bytes } = await readLevel(picture, last, {
    x: 0,
    y: 0,
    ...levelSize(picture.width, picture.height, last),
  });
  const brightness = new Float64Array(width * height);
  for (let i = 0; i < brightness.length; i++)
    brightness[i] =
      channels === 1
        ? bytes[i]
        : 0.2126 * bytes[i * channels] + 0.7152 * bytes[i * channels + 1] + 0.0722 * bytes[i * channels + 2];
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      row += Math.hypot(
        brightness[at] - brightness[at - (x > 0 ? 1 : 0)],
        brightness[at] - brightness[at - (y > 0 ? width : 0)],
      );
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1] + row;
    }
  }
  return { width, height, step: picture.width / width, sums };
}

/** Mean detail in a box of map px; parts beyond the map are cut off. */
export function detailIn({ width, height, sums }: DetailMap, box: Region): number {
  const clamp = (value: number, most: number): number => Math.min(most, Math.max(0, Math.round(value)));
  const [left, top, right, bottom] = [
    clamp(box.x, width),
    clamp(box.y, height),
    clamp(box.x + box.width, width),
    clamp(box.y + box.height, height),
  ];
  const area = (right - left) * (bottom - top);
  const stride = width + 1;
  return area <= 0
    ? 0
    : (sums[bottom * stride + right] -
        sums[top * stride + right] -
        sums[bottom * stride + left] +
        sums[top * stride + left]) /
        area;
}

/** Places that are tried along each side of the picture. */
const tried = 24;

/**
 * For each letter the slip that brings the liveliest part of the picture into it: the part with the most detail that
 * covers the letter, those
 * that other letters show already counting less. Each turn proposes others.
 * @param turn from 0; @returns slips as the coat has them, on top of its own
 */
export function liveliestSlips(
  coat: PictureCoat,
  letters: Letters,
  sheet: { width: number; height: number },
  picture: { width: number; height: number },
  detail: DetailMap,
  turn: number,
): PictureCoat['slips'] {
  const taken: Region[] = [];
  return letters.letters.flatMap((letter, number) => {
    if (!letter.bounds) return [];
    const box = pictureBox(coat, letter, letters, sheet);
    const place = picturePlace(coat, picture, box);
    const seen =
      coat.held === 'sheet' ? placedBounds(letters.place, letter.bounds) : (letter.flatBounds ?? letter.bounds);
    const size = { width: seen.width / place.scale, height: seen.height / place.scale };
    const room = { width: picture.width - size.width, height: picture.height - size.height };
    // A picture that is smaller than the letter stays in its middle.
    const steps = (free: number): number[] =>
      free <= 0 ? [free / 2] : Array.from({ length: tried + 1 }, (_, i) => (free * i) / tried);
    let best: { x: number; y: number; score: number } | null = null;
    for (const y of steps(room.height)) {
      for (const x of steps(room.width)) {
        const part = { x, y, ...size };
        const hidden = taken.reduce((sum, other) => sum + overlap(part, other), 0);
        const score =
          detailIn(detail, {
            x: x / detail.step,
            y: y / detail.step,
            width: size.width / detail.step,
            height: size.height / detail.step,
          }) *
          (1 - 0.85 * Math.min(1, hidden)) *
          (1 + 0.5 * chance(turn, number, x, y) * Number(turn > 0));
        if (!best || score > best.score) best = { x, y, score };
      }
    }
    taken.push({ x: best!.x, y: best!.y, ...size });
    const part = (value: number): number => Math.round(value * 1e5) / 1e5;
    return [
      {
        at: letter.start,
        scale: 1,
        x: part((seen.x - best!.x * place.scale - place.x) / box.width),
        y: part((seen.y - best!.y * place.scale - place.y) / box.height),
      },
    ];
  });
}

/** Part of a box that another covers. */
function overlap(a: Region, b: Region): number {
  const width = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const height = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return width > 0 && height > 0 ? (width * height) / (a.width * a.height) : 0;
}

/** 0..1, the same for the same numbers. */
function chance(...numbers: number[]): number {
  let hash = 2166136261;
  for (const number of numbers) hash = Math.imul(hash ^ Math.round(number * 16), 16777619);
  hash ^= hash >>> 15;
  return ((Math.imul(hash, 2246822519) >>> 8) & 0xffff) / 0xffff;
}
