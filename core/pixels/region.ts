/** A rectangle. Units are given by whoever holds it: sheet px, plate px, or output px at a scale. */
export interface Region {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Width and height. Units are given by whoever holds it. */
export interface Size {
  width: number;
  height: number;
}

/** The common part of two regions, or null where they do not meet. */
export function intersect(a: Region, b: Region): Region | null {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const right = Math.min(a.x + a.width, b.x + b.width);
  const bottom = Math.min(a.y + a.height, b.y + b.height);
  return right > x && bottom > y ? { x, y, width: right - x, height: bottom - y } : null;
}

/** True where `inner` lies wholly in `outer`. */
export function isWithin(inner: Region, outer: Region): boolean {
  return (
    inner.x >= outer.x &&
    inner.y >= outer.y &&
    inner.x + inner.width <= outer.x + outer.width &&
    inner.y + inner.height <= outer.y + outer.height
  );
}

/** The region with `margin` added on all four sides. */
export function grow(region: Region, margin: number): Region {
  return {
    x: region.x - margin,
    y: region.y - margin,
    width: region.width + 2 * margin,
    height: region.height + 2 * margin,
  };
}

/**
 * The region made wider by `dx` on both sides and higher by `dy` above and below; where that would leave nothing, as it
 * is.
 */
export function spread(region: Region, dx: number, dy = dx): Region {
  const wide = { x: region.x - dx, y: region.y - dy, width: region.width + 2 * dx, height: region.height + 2 * dy };
  return wide.width > 0 && wide.height > 0 ? wide : region;
}

/** The smallest region that holds both; null stands for "empty". */
export function union(a: Region | null, b: Region | null): Region | null {
  if (!a) return b;
  if (!b) return a;
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}

/** The smallest region that holds all of them; null for none. */
export const unionOf = (regions: readonly (Region | null)[]): Region | null =>
  regions.reduce<Region | null>(union, null);

/** px; 0 where there is none. */
export const areaOf = (box: Region | null): number => (box ? Math.max(0, box.width) * Math.max(0, box.height) : 0);

export const middleOf = ({ x, y, width, height }: Region): [number, number] => [x + width / 2, y + height / 2];

/** The smallest region of whole pixels that holds `region`. */
export function outerPixels(region: Region): Region {
  const x = Math.floor(region.x);
  const y = Math.floor(region.y);
  return { x, y, width: Math.ceil(region.x + region.width) - x, height: Math.ceil(region.y + region.height) - y };
}

/** All lengths multiplied by `factor`. */
export function scaleRegion(region: Region, factor: number): Region {
  return { x: region.x * factor, y: region.y * factor, width: region.width * factor, height: region.height * factor };
}

/** The region of a set of points, or null for none. Points are `[x, y]`. */
export function regionOfPoints(points: readonly (readonly [number, number])[]): Region | null {
  if (points.length === 0) return null;
  let left = Infinity;
  let top = Infinity;
  let right = -Infinity;
  let bottom = -Infinity;
  for (const [x, y] of points) {
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
}
