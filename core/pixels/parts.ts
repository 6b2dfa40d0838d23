/** Looked up once: these loops are hot. */
const { floor } = Math;

/**
 * The px that hang together with one by their sides, that one first.
 * @param take whether a px belongs and was not taken before; it is asked of each px once or more, and remembers
 */
export function partFrom(begin: number, width: number, height: number, take: (pixel: number) => boolean): number[] {
  const part = take(begin) ? [begin] : [];
  for (let next = 0; next < part.length; next++) {
    const pixel = part[next];
    const x = pixel % width;
    const y = floor(pixel / width);
    if (x > 0 && take(pixel - 1)) part.push(pixel - 1);
    if (x < width - 1 && take(pixel + 1)) part.push(pixel + 1);
    if (y > 0 && take(pixel - width)) part.push(pixel - width);
    if (y < height - 1 && take(pixel + width)) part.push(pixel + width);
  }
  return part;
}
