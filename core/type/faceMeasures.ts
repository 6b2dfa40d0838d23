import { partFrom } from '../pixels/parts';
import { emptyRaster, type Raster } from '../pixels/raster';
import { outerPixels } from '../pixels/region';
import { coverage } from '../shape/coverage';
import { pathBounds } from '../shape/bounds';
import { flatten, transformPath } from '../shape/path';
import type { OpenFace } from './faceBook';
import { strokeWidths } from './strokes';

/** What a face is like for this job, measured on its capitals (or on its first letters, where it has none). */
export interface FaceMeasures {
  /** Share of the box from baseline to capitals' top and from pen to pen that is ink: how much picture it can hold. */
  inkShare: number;
  /** Width of a stroke, fraction of the capitals' height. */
  stroke: number;
  /** The finest detail, fraction of the capitals' height. */
  finest: number;
  /** Share of what the outer contours enclose that is white: how open the counters are. */
  counters: number;
  /** Width of a letter, fraction of the capitals' height: the lower, the leaner. */
  width: number;
}

/** Height of a capital when measured, px. */
const measuredHeight = 96;
/** Larger letters than this are not measured, heights of a capital. */
const largestLetter = 6;
const capitals = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
/** Letters that stand in where a face has no capitals: Arabic, Devanagari, Greek, Cyrillic, Hebrew. */
const standIns = [
  [...'بجدرسصطعفقكلمنهو'],
  [...'अकखगचजटतदनपबमयरलवशसह'],
  [...'ΑΒΓΔΕΖΗΘΚΛΜΝΞΟΠΡΣΤΥΦΨΩ'],
  [...'АБВГДЕЖЗИКЛМНОПРСТУФХЦЧШЭЮЯ'],
  [...'אבגדהוזחטיכלמנסעפצקרשת'],
];

/** @returns null for a face without any letters to measure */
export function measureFace(face: OpenFace): FaceMeasures | null {
  const letters = [capitals, ...standIns]
    .map((some) => some.filter((letter) => face.has(letter.codePointAt(0)!)))
    .find((some) => some.length >= 8);
  if (!letters) return null;
  const size = measuredHeight / Math.max(0.05, face.capHeight);
  const sums = { ink: 0, room: 0, advance: 0, enclosed: 0, stroke: 0, finest: 0, count: 0 };
  for (const letter of letters) {
    const [shaped] = face.shape(letter);
    const path = transformPath(face.outline(shaped.glyph), { a: size, b: 0, c: 0, d: size, e: 0, f: 0 });
    const bounds = pathBounds(path);
    // A broken face may have letters as wide as a street.
    if (!bounds || Math.max(bounds.width, bounds.height) > measuredHeight * largestLetter) continue;
    const box = outerPixels({ x: bounds.x - 2, y: bounds.y - 2, width: bounds.width + 4, height: bounds.height + 4 });
    const cover = coverage(flatten(path), box);
    const strokes = strokeWidths(cover);
    if (!strokes) continue;
    const ink = cover.data.reduce((sum, value) => sum + value, 0);
    sums.ink += ink;
    sums.room += shaped.advance * size * measuredHeight;
    sums.advance += shaped.advance * size;
    sums.enclosed += ink + enclosedWhite(cover);
    sums.stroke += strokes.typical;
    sums.finest += strokes.thin;
    sums.count++;
  }
  if (sums.count === 0 || sums.room === 0) return null;
  const mean = (sum: number): number => sum / sums.count / measuredHeight;
  return {
    inkShare: Math.min(1, sums.ink / sums.room),
    stroke: mean(sums.stroke),
    finest: mean(sums.finest),
    counters: 1 - sums.ink / sums.enclosed,
    width: mean(sums.advance),
  };
}

/** White that cannot be reached from outside, px. */
function enclosedWhite({ width, height, data }: Raster): number {
  const reached = emptyRaster(width, height, 1).data;
  // The first px lies outside, whatever it shows.
  partFrom(0, width, height, (i) => !reached[i] && (i === 0 || data[i] < 0.5) && (reached[i] = 1) === 1);
  return data.reduce((sum, value, i) => sum + (reached[i] ? 0 : 1 - value), 0);
}
