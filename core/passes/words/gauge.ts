import type { Letters } from '../pass';

/** One line as measured: its words and the width of its ink in sheet px. */
export interface LineWidth {
  text: string;
  width: number;
}

/** Ink widths of the lines, sheet px. */
export function lineWidths(letters: Letters): LineWidth[] {
  const scale = Math.hypot(letters.place.a, letters.place.b);
  return letters.lines.map((line) => ({ text: line.text, width: (line.ink?.width ?? 0) * scale }));
}

/** Cap height as it stands on the sheet, px. */
export function standingCapHeight(letters: Letters): number {
  return letters.capHeight * Math.hypot(letters.place.c, letters.place.d);
}
