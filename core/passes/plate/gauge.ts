import type { Plate } from './schema';

interface Size {
  width: number;
  height: number;
}

/** How many of the plate's own pixels come to one inch of paper; at most the sheet's ppi says nothing is invented. */
export function effectivePpi(plate: Plate, sheetPpi: number): number {
  return sheetPpi / plate.scale;
}

/** The share (0..1) of the sheet that the plate leaves bare. */
export function uncovered(plate: Plate, picture: Size, sheet: Size): number {
  const across = Math.min(sheet.width, plate.x + picture.width * plate.scale) - Math.max(0, plate.x);
  const down = Math.min(sheet.height, plate.y + picture.height * plate.scale) - Math.max(0, plate.y);
  const covered = (Math.max(0, across) * Math.max(0, down)) / (sheet.width * sheet.height);
  return covered > 1 - 1e-9 ? 0 : 1 - covered;
}

/** The smallest scale at which the picture covers the sheet, centred. */
export function coverSheet(picture: Size, sheet: Size): { scale: number; x: number; y: number } {
  const scale = Math.max(sheet.width / picture.width, sheet.height / picture.height);
  return { scale, x: (sheet.width - picture.width * scale) / 2, y: (sheet.height - picture.height * scale) / 2 };
}

/** Moves a plate the least that makes it cover the sheet, where it is large enough to. */
export function keepCovered(
  place: { scale: number; x: number; y: number },
  picture: Size,
  sheet: Size,
): { scale: number; x: number; y: number } {
  const scale = Math.max(place.scale, coverSheet(picture, sheet).scale);
  const within = (at: number, size: number, room: number): number => Math.min(0, Math.max(room - size, at));
  return {
    scale,
    x: within(place.x, picture.width * scale, sheet.width),
    y: within(place.y, picture.height * scale, sheet.height),
  };
}
