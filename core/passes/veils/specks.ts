import { partFrom } from '../../pixels/parts';

/** Looked up once: these loops are hot. */
const { floor } = Math;

/**
 * Clears islands and holes of a matte that are smaller than a square of some side; what the picture's rim cuts off is
 * left, for it may be larger beyond. A faint rim goes with its island.
 * @param matte 0..255; changed in place
 * @param side px
 */
export function clearSpecks(matte: Uint8Array, width: number, height: number, side: number): void {
  if (side <= 0) return;
  fillSmall(matte, width, height, side * side, true);
  fillSmall(matte, width, height, side * side, false);
}

function fillSmall(matte: Uint8Array, width: number, height: number, least: number, islands: boolean): void {
  const seen = new Uint8Array(matte.length);
  const belongs = (i: number): boolean => (islands ? matte[i] > 0 : matte[i] < 255);
  for (let begin = 0; begin < matte.length; begin++) {
    if (seen[begin] || !belongs(begin)) continue;
    const part = partFrom(begin, width, height, (i) => !seen[i] && belongs(i) && (seen[i] = 1) === 1);
    let [area, isCutOff] = [0, false];
    for (const i of part) {
      const x = i % width;
      const y = floor(i / width);
      area += islands ? matte[i] / 255 : 1 - matte[i] / 255;
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) isCutOff = true;
    }
    if (area < least && !isCutOff) for (const i of part) matte[i] = islands ? 0 : 255;
  }
}
