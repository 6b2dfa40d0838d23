import { outerPixels } from '../../pixels/region';
import { coverage } from '../../shape/coverage';
import { flatten, transformPath } from '../../shape/path';
import { strokeWidths } from '../../type/strokes';
import type { Letters } from '../../type/letters';

/** One line as measured: its words and the width of its ink in sheet px. */
export interface LineWidth {
  text: string;
  width: number;
}

const scaleOf = ({ place }: Letters): number => Math.hypot(place.a, place.b);

/** Ink widths of the lines, sheet px. */
export function lineWidths(letters: Letters): LineWidth[] {
  const scale = scaleOf(letters);
  return letters.lines.map((line) => ({ text: line.text, width: (line.ink?.width ?? 0) * scale }));
}

/** Cap height as it stands on the sheet, px. */
export function standingCapHeight(letters: Letters): number {
  return letters.capHeight * Math.hypot(letters.place.c, letters.place.d);
}

/** Longer side of a letter when it is measured, px. */
const measuredSide = 160;
/** Letters that are looked at; more of them would tell nothing new. */
const looked = 60;

/** What the ink of a lettering is like. */
export interface InkMeasures {
  /** Share of the letters' boxes that is ink: how much picture they can hold. */
  share: number;
  /** The finest detail of any letter, sheet px, and the letter. */
  finest: { px: number; text: string };
}

/** @returns null without ink */
export function measureInk(letters: Letters): InkMeasures | null {
  const sums = { ink: 0, room: 0 };
  let finest: InkMeasures['finest'] | null = null;
  for (const { path, bounds, text } of letters.letters.slice(0, looked)) {
    if (!bounds || bounds.width <= 0 || bounds.height <= 0) continue;
    const scale = measuredSide / Math.max(bounds.width, bounds.height);
    const box = outerPixels({
      x: bounds.x * scale,
      y: bounds.y * scale,
      width: bounds.width * scale,
      height: bounds.height * scale,
    });
    const cover = coverage(flatten(transformPath(path, { a: scale, b: 0, c: 0, d: scale, e: 0, f: 0 })), box);
    sums.ink += cover.data.reduce((sum, value) => sum + value, 0) / scale ** 2;
    sums.room += bounds.width * bounds.height;
    const thin = strokeWidths(cover)?.thin;
    if (thin === undefined) continue;
    const px = (thin / scale) * scaleOf(letters);
    if (!finest || px < finest.px) finest = { px, text };
  }
  return finest && { share: sums.ink / sums.room, finest };
}
