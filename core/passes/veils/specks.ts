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
    const part = [begin];
    seen[begin] = 1;
    let [area, isCutOff] = [0, false];
    for (let next = 0; next < part.length; next++) {
      const i = part[next];
      const x = i % width;
      const y = floor(i / width);
      area += islands ? matte[i] / 255 : 1 - matte[i] / 255;
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) isCutOff = true;
      const visit = (other: number): void => {
        if (seen[other] || !belongs(other)) return;
        seen[other] = 1;
        part.push(other);
      };
      if (x > 0) visit(i - 1);
      if (x < width - 1) visit(i + 1);
      if (y > 0) visit(i - width);
      if (y < height - 1) visit(i + width);
    }
    if (area < least && !isCutOff) for (const i of part) matte[i] = islands ? 0 : 255;
  }
}
