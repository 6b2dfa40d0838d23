import { z } from 'zod';
import type { MarkLine } from './paper';

/** Sheets that presses take, mm; standing. */
export const papers = {
  A4: [210, 297],
  A3: [297, 420],
  SRA3: [320, 450],
  Letter: [215.9, 279.4],
  Tabloid: [279.4, 431.8],
  '13 × 19 in': [330.2, 482.6],
} as const satisfies Record<string, readonly [number, number]>;

export type PaperName = keyof typeof papers;

/** How many copies of different rows lie on one sheet of paper. */
export const printSheetSchema = z.object({
  paper: z.enum(Object.keys(papers) as [PaperName, ...PaperName[]]).default('SRA3'),
  /** What the press cannot print, on every side, mm. */
  margin: z.number().min(0).max(100).default(12),
  /** Between two trimmed sheets, mm; bleeds are cut where they meet. */
  gap: z.number().min(0).max(100).default(6),
  marks: z.boolean().default(true),
  /** A code for each row, in the margin. */
  codes: z.boolean().default(true),
  /** How each sheet is folded after it is cut: upright or level lines that part it into equal panels. */
  fold: z.enum(['none', 'upright', 'level']).default('none'),
  panels: z.int().min(2).max(8).default(2),
});
export type PrintSheet = z.infer<typeof printSheetSchema>;

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** How trimmed sheets lie on paper, mm from its lower left corner. */
export interface Imposition {
  paper: { width: number; height: number };
  columns: number;
  rows: number;
  /** A quarter turn counterclockwise. */
  isTurned: boolean;
  /** Where each sheet is trimmed, as rows are read: from the upper left one. */
  places: Box[];
}

/** Length of a crop mark, and how far it stays away from the bleed, mm. */
const markLength = 4;
const away = 1;

/**
 * As many sheets on paper as fit, in whichever way is best: the paper lying or standing, the sheets turned or not.
 * @param trim of a sheet, mm
 * @returns a sentence where not even one fits
 */
export function impose(trim: { width: number; height: number }, order: PrintSheet, bleed: number): Imposition | string {
  const [short, long] = papers[order.paper];
  const ways = [
    [short, long],
    [long, short],
  ].flatMap(([width, height]) => [false, true].map((isTurned) => ({ width, height, isTurned })));
  const room = order.margin + bleed + (order.marks || order.fold !== 'none' ? away + markLength : 0);
  const made = ways.map(({ width, height, isTurned }): Imposition => {
    const [wide, high] = isTurned ? [trim.height, trim.width] : [trim.width, trim.height];
    const columns = fitting(width - 2 * room, wide, order.gap);
    const rows = fitting(height - 2 * room, high, order.gap);
    const [left, top] = [
      (width - columns * wide - (columns - 1) * order.gap) / 2,
      (height + rows * high + (rows - 1) * order.gap) / 2,
    ];
    const places = Array.from({ length: columns * rows }, (_, i) => ({
      x: left + (i % columns) * (wide + order.gap),
      y: top - high - Math.floor(i / columns) * (high + order.gap),
      width: wide,
      height: high,
    }));
    return { paper: { width, height }, columns, rows, isTurned, places };
  });
  const best = made.reduce((most, one) => (one.places.length > most.places.length ? one : most));
  if (best.places.length > 0) return best;
  const size = (value: number): string => String(Math.round(value * 10) / 10);
  return `A sheet of ${size(trim.width)} × ${size(trim.height)} mm does not fit on ${order.paper} with its margins and marks. Choose larger paper, or a smaller margin.`;
}

const fitting = (room: number, side: number, gap: number): number =>
  room < side - 1e-6 ? 0 : Math.floor((room + gap + 1e-6) / (side + gap));

/** Where ink of a sheet may go: its bleed, cut half way to the next one. */
export function inkOf({ x, y, width, height }: Box, gap: number, bleed: number): Box {
  const over = Math.min(bleed, gap / 2);
  return { x: x - over, y: y - over, width: width + 2 * over, height: height + 2 * over };
}

/** Crop marks around all sheets of a paper together, in line with every edge that is cut; mm. */
export function cropMarks({ places }: Imposition, bleed: number): MarkLine[] {
  const edges = (values: number[]): number[] => [...new Set(values.map((value) => Math.round(value * 1e6) / 1e6))];
  const columns = edges(places.flatMap(({ x, width }) => [x, x + width]));
  const rows = edges(places.flatMap(({ y, height }) => [y, y + height]));
  const off = bleed + away;
  const [left, right] = [Math.min(...columns) - off, Math.max(...columns) + off];
  const [bottom, top] = [Math.min(...rows) - off, Math.max(...rows) + off];
  return [
    ...columns.flatMap((x): MarkLine[] => [
      { from: [x, bottom], to: [x, bottom - markLength] },
      { from: [x, top], to: [x, top + markLength] },
    ]),
    ...rows.flatMap((y): MarkLine[] => [
      { from: [left, y], to: [left - markLength, y] },
      { from: [right, y], to: [right + markLength, y] },
    ]),
  ];
}

/** Marks at both ends of every line along which sheets are folded; mm. They stand where crop marks do, and are dashed. */
export function foldMarks(
  { places, isTurned }: Imposition,
  { fold, panels }: Pick<PrintSheet, 'fold' | 'panels'>,
  bleed: number,
): MarkLine[] {
  if (fold === 'none') return [];
  // A sheet that lies turned has its upright folds level.
  const isUpright = (fold === 'upright') !== isTurned;
  const along = places.flatMap(({ x, y, width, height }) =>
    Array.from({ length: panels - 1 }, (_, k) => {
      const share = (k + 1) / panels;
      return isUpright ? x + width * share : y + height * share;
    }),
  );
  const ends = places.flatMap(({ x, y, width, height }) => (isUpright ? [y, y + height] : [x, x + width]));
  const off = bleed + away;
  const [before, after] = [Math.min(...ends) - off, Math.max(...ends) + off];
  const point = (at: number, across: number): [number, number] => (isUpright ? [at, across] : [across, at]);
  return [...new Set(along.map((value) => Math.round(value * 1e6) / 1e6))].flatMap((at): MarkLine[] => [
    { from: point(at, before), to: point(at, before - markLength) },
    { from: point(at, after), to: point(at, after + markLength) },
  ]);
}

/** Side of a code in the margin, and the room for it with what is written beside it, mm. */
export const codeSide = 8;
const codeRoom = 18;

/**
 * Where codes stand, one for each sheet: along the paper's lower edge, and along the upper one where that is not enough.
 * @returns lower left corners, mm; null where there is no room for all
 */
export function codePlaces({ paper, places }: Imposition, margin: number): [number, number][] | null {
  const most = Math.floor((paper.width - 2 * margin) / codeRoom);
  if (margin < codeSide + 1 || places.length > 2 * most) return null;
  const above = places.length > most ? Math.ceil(places.length / 2) : 0;
  const along = (count: number, bottom: number): [number, number][] => {
    const left = (paper.width - count * codeRoom) / 2;
    return Array.from({ length: count }, (_, i) => [left + i * codeRoom, bottom]);
  };
  const off = (margin - codeSide) / 2;
  return [...along(above, paper.height - off - codeSide), ...along(places.length - above, off)];
}
