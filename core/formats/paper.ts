import type { Region, Size } from '../pixels/region';

const mmPerInch = 25.4;
/** PDF's unit: ISO 32000-1, 8.3.2.3. */
const pointsPerInch = 72;

/** A length on paper in output px, whole. */
export const pxOf = (mm: number, ppi: number): number => Math.round((mm / mmPerInch) * ppi);

export const pointsOf = (px: number, ppi: number): number => (px / ppi) * pointsPerInch;

export const pointsOfMm = (mm: number): number => (mm / mmPerInch) * pointsPerInch;

/** The size of a sheet on paper, mm. @param sheet px, with its pixels per inch */
export const trimOf = ({ width, height, ppi }: Size & { ppi: number }): Size => ({
  width: (width / ppi) * mmPerInch,
  height: (height / ppi) * mmPerInch,
});

/** A stroke of a mark, points from the lower left corner of the page. */
export interface MarkLine {
  from: readonly [number, number];
  to: readonly [number, number];
}

/** A ring of a registration mark, points. */
export interface MarkRing {
  middle: readonly [number, number];
  radius: number;
}

/** A page and what lies on it: rectangles as PDF names them (ISO 32000-1, 14.11.2), points from the lower left corner. */
export interface Page {
  media: Region;
  /** Up to where there is ink. */
  bleed: Region;
  /** What is left when the page is cut. */
  trim: Region;
  lines: MarkLine[];
  rings: MarkRing[];
}

/** Length of a crop mark, and how far it stays away from the bleed; radius of a registration mark, mm. */
const cropLength = 5;
const away = 2;
const ringRadius = 2;

/**
 * Where a sheet lies on its page.
 * @param sheet as it is cut, px
 * @param bleed px on every side
 * @param marks whether crop marks (at the corners) and registration marks (in the middle of each side) stand around it
 */
export function pageOf(sheet: Size, ppi: number, bleed: number, marks: boolean): Page {
  const [width, height, over] = [sheet.width, sheet.height, bleed].map((px) => pointsOf(px, ppi));
  const room = marks ? pointsOfMm(away + cropLength + 1) : 0;
  const around = over + room;
  const media = { x: 0, y: 0, width: width + 2 * around, height: height + 2 * around };
  const trim = { x: around, y: around, width, height };
  const page: Page = {
    media,
    trim,
    bleed: { x: room, y: room, width: width + 2 * over, height: height + 2 * over },
    lines: [],
    rings: [],
  };
  if (marks) addMarks(page, over + pointsOfMm(away));
  return page;
}

/** @param off how far marks stay away from the trimmed sheet, points */
function addMarks({ trim, media, lines, rings }: Page, off: number): void {
  const length = pointsOfMm(cropLength);
  const [left, right] = [trim.x, trim.x + trim.width];
  const [bottom, top] = [trim.y, trim.y + trim.height];
  for (const x of [left, right]) {
    lines.push({ from: [x, bottom - off], to: [x, bottom - off - length] });
    lines.push({ from: [x, top + off], to: [x, top + off + length] });
  }
  for (const y of [bottom, top]) {
    lines.push({ from: [left - off, y], to: [left - off - length, y] });
    lines.push({ from: [right + off, y], to: [right + off + length, y] });
  }
  const radius = pointsOfMm(ringRadius);
  const reach = length / 2;
  const middles: [number, number][] = [
    [media.width / 2, bottom - off - reach],
    [media.width / 2, top + off + reach],
    [left - off - reach, media.height / 2],
    [right + off + reach, media.height / 2],
  ];
  for (const [x, y] of middles) {
    rings.push({ middle: [x, y], radius });
    lines.push({ from: [x - reach, y], to: [x + reach, y] }, { from: [x, y - reach], to: [x, y + reach] });
  }
}
