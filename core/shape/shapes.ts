import { z } from 'zod';
import { pathBounds } from './bounds';
import { polygonPath, transformPath, type Path, type Step } from './path';
import { isPathData, longestPathData } from './pathData';
import { parseSvgPath } from './svgPath';

export { longestPathData };

const fraction = z.number().min(0).max(1);

/** A shape in place of words. All of them stand about the origin; `size` of the words is the width of their box, px. */
export const shapeSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('ellipse'),
    /** Height as a fraction of the width; 1 is a circle. */ height: z.number().min(0.01).max(100),
  }),
  z.strictObject({
    kind: z.literal('box'),
    height: z.number().min(0.01).max(100),
    /** Rounding of the corners, fraction of half the shorter side. */ rounding: fraction,
  }),
  z.strictObject({ kind: z.literal('polygon'), corners: z.int().min(3).max(60) }),
  z.strictObject({
    kind: z.literal('star'),
    points: z.int().min(3).max(60),
    /** Radius of the inner corners, fraction of the outer ones'. */ inner: z.number().min(0.05).max(0.98),
  }),
  z.strictObject({
    kind: z.literal('path'),
    /** SVG path data; it is scaled to the width and centred. */
    data: z
      .string()
      .min(1)
      .max(longestPathData)
      .refine(isPathData, 'This is not an outline: its path data cannot be read, or its numbers cannot be drawn.'),
  }),
]);

export type Shape = z.infer<typeof shapeSchema>;

/** The outline of a shape, px about the origin, `width` wide. */
export function shapePath(shape: Shape, width: number): Path {
  const half = width / 2;
  switch (shape.kind) {
    case 'ellipse':
      return roundedBox(half, half * shape.height, half, half * shape.height);
    case 'box': {
      const radius = shape.rounding * Math.min(half, half * shape.height);
      return roundedBox(half, half * shape.height, radius, radius);
    }
    case 'polygon':
      return fitted(polygonPath(corners(shape.corners, () => 1)), width);
    case 'star':
      return fitted(polygonPath(corners(shape.points * 2, (i) => (i % 2 === 0 ? 1 : shape.inner))), width);
    case 'path':
      return fitted(parseSvgPath(shape.data) ?? [], width);
  }
}

/** Corners on a circle, the first one at the top. */
function corners(count: number, radius: (i: number) => number): [number, number][] {
  return Array.from({ length: count }, (_, i) => {
    const angle = (i / count) * 2 * Math.PI;
    return [Math.sin(angle) * radius(i), -Math.cos(angle) * radius(i)];
  });
}

/** Control distance of a quarter circle as a cubic Bezier (error below 0.0003 of the radius). */
const quarter = 0.5522847498;

function roundedBox(x: number, y: number, rx: number, ry: number): Path {
  if (rx <= 0 || ry <= 0)
    return polygonPath([
      [-x, -y],
      [x, -y],
      [x, y],
      [-x, y],
    ]);
  const [kx, ky] = [rx * (1 - quarter), ry * (1 - quarter)];
  const steps: Step[] = [{ kind: 'move', to: [x - rx, -y] }];
  const corner = (c1: [number, number], c2: [number, number], to: [number, number], next: [number, number]): void => {
    steps.push({ kind: 'cubic', control1: c1, control2: c2, to });
    if (next[0] !== to[0] || next[1] !== to[1]) steps.push({ kind: 'line', to: next });
  };
  corner([x - kx, -y], [x, -y + ky], [x, -y + ry], [x, y - ry]);
  corner([x, y - ky], [x - kx, y], [x - rx, y], [-x + rx, y]);
  corner([-x + kx, y], [-x, y - ky], [-x, y - ry], [-x, -y + ry]);
  corner([-x, -y + ky], [-x + kx, -y], [-x + rx, -y], [x - rx, -y]);
  return steps;
}

function fitted(path: Path, width: number): Path {
  const box = pathBounds(path);
  if (!box) return [];
  const scale = width / (box.width || box.height || 1);
  return transformPath(path, {
    a: scale,
    b: 0,
    c: 0,
    d: scale,
    e: -(box.x + box.width / 2) * scale,
    f: -(box.y + box.height / 2) * scale,
  });
}
