import { middleOf, regionOfPoints, spread, type Region, type Size } from '../../../pixels/region';
import { corners, identity, moved, placed, placedBounds, followedBy, sizeOf, type Affine } from '../../../shape/affine';
import { flattenTo, polygonPath, transformPath, type Path } from '../../../shape/path';
import { smoothThrough } from '../../../shape/smooth';
import { anyBend, warpPath } from '../../../shape/warpPath';
import type { Letters, PlaneMap } from '../../../type/letters';
import { shapePath, type Shape } from '../../../shape/shapes';
import type { Panel, PanelShape } from './schema';

/** A panel laid out: its edge and what its coats are laid out in, in a plane of its own. */
export interface PanelPlace {
  path: Path;
  /** Around the path; and what its coats are laid out in, before anything bent the plane. */
  box: Region;
  flatBox: Region;
  warp: PlaneMap | null;
  /** Of that plane to sheet px. */
  place: Affine;
  /** Cap height in px of that plane. */
  capHeight: number;
}

/** Whether a shape lies on the sheet, not in the letters' plane. */
export const isOfSheet = ({ kind }: PanelShape): boolean =>
  kind === 'sheet' || kind === 'half sheet' || kind === 'band';

/** How far, lettering px, a bent edge may lie from the true one. */
const fineness = 0.05;

/**
 * Where a panel's edge runs. Panels of letters lie in the letters' plane, with its bend and perspective; those of the
 * sheet on the sheet.
 */
export function panelPlace(panel: Panel, letters: Letters, sheet: Size, size: number): PanelPlace {
  const { shape } = panel;
  if (shape.kind === 'sheet' || shape.kind === 'half sheet') {
    const box = shape.kind === 'sheet' ? { x: 0, y: 0, ...sheet } : halfOf(sheet, shape.side);
    return {
      path: polygonPath(corners(box)),
      box,
      flatBox: box,
      warp: null,
      place: identity,
      capHeight: letters.capHeight * size,
    };
  }
  if (shape.kind === 'band') return bandPlace(panel, shape.along, letters, sheet, size);
  const [x, y] = middleOf(letters.flatInk!);
  const turned = followedBy(
    followedBy(moved(-x, -y), placed(1, panel.rotation, x, y)),
    moved(panel.offset[0] * letters.capHeight, panel.offset[1] * letters.capHeight),
  );
  const flat = transformPath(edgeOf(panel, letters, size), turned);
  const path = letters.warp ? warpPath(flat, anyBend(letters.warp), fineness) : flat;
  return {
    path,
    box: boxOf(path),
    flatBox: boxOf(flat),
    warp: letters.warp,
    place: letters.place,
    capHeight: letters.capHeight,
  };
}

/** A band from edge to edge of the sheet, where the letters stand. */
function bandPlace(
  { margin, offset, rotation, fixed }: Panel,
  along: 'level' | 'upright',
  letters: Letters,
  sheet: Size,
  size: number,
): PanelPlace {
  const standing = placedBounds(letters.place, letters.ink!);
  const capHeight = letters.capHeight * size;
  const [x, y] = middleOf(standing);
  const [mx, my] = [x + offset[0] * capHeight, y + offset[1] * capHeight];
  const width = fixed?.[0] ?? standing.width + 2 * margin[0] * capHeight;
  const height = fixed?.[1] ?? standing.height + 2 * margin[1] * capHeight;
  // Turned, it is as long as it must be to reach the edges whatever its slope.
  const over = rotation === 0 ? 0 : Math.hypot(sheet.width, sheet.height);
  const box =
    along === 'level'
      ? { x: -over, y: my - height / 2, width: sheet.width + 2 * over, height }
      : { x: mx - width / 2, y: -over, width, height: sheet.height + 2 * over };
  const place = followedBy(moved(-mx, -my), placed(1, rotation, mx, my));
  return { path: polygonPath(corners(box)), box, flatBox: box, warp: null, place, capHeight };
}

function halfOf(
  { width, height }: { width: number; height: number },
  side: 'left' | 'right' | 'top' | 'bottom',
): Region {
  if (side === 'left' || side === 'right')
    return { x: side === 'left' ? 0 : width / 2, y: 0, width: width / 2, height };
  return { x: 0, y: side === 'top' ? 0 : height / 2, width, height: height / 2 };
}

const boxOf = (path: Path): Region => regionOfPoints(path.map(({ to }) => to)) ?? { x: 0, y: 0, width: 0, height: 0 };

/** The edge in the flat plane of the letters, lettering px. */
function edgeOf({ shape, margin, fixed }: Panel, { flatInk, capHeight }: Letters, size: number): Path {
  if (shape.kind === 'path')
    return shape.smooth ? smoothThrough([...shape.points, shape.points[0]]) : polygonPath(shape.points);
  const [x, y] = middleOf(flatInk!);
  const box = fixed
    ? { x: x - fixed[0] / size / 2, y: y - fixed[1] / size / 2, width: fixed[0] / size, height: fixed[1] / size }
    : spread(flatInk!, margin[0] * capHeight, margin[1] * capHeight);
  if (shape.kind === 'box')
    return transformPath(shapePath(roundedBox(box, shape.round * capHeight), box.width), moved(x, y));
  // An ellipse or a star is as much larger as it must be for the box's corners to lie within its round.
  const own: Shape =
    shape.kind === 'star' ? { kind: 'star', points: shape.points, inner: shape.depth } : { kind: 'ellipse', height: 1 };
  const unit = stretched(shapePath(own, 1));
  return transformPath(unit, { a: box.width * Math.SQRT2, b: 0, c: 0, d: box.height * Math.SQRT2, e: x, f: y });
}

function roundedBox({ width, height }: Region, radius: number): Shape {
  return { kind: 'box', height: height / width, rounding: Math.min(1, (2 * radius) / Math.min(width, height)) };
}

/** The same path with its box brought to 1 x 1 about the origin. */
function stretched(path: Path): Path {
  const box = boxOf(path);
  const [x, y] = middleOf(box);
  return transformPath(path, {
    a: 1 / box.width,
    b: 0,
    c: 0,
    d: 1 / box.height,
    e: -x / box.width,
    f: -y / box.height,
  });
}

/** The corners of a panel's edge, for changing it by hand; lettering px of the flat plane, as a drawn path has them. */
export function panelPath(panel: Panel, letters: Letters): [number, number][] {
  if (panel.shape.kind === 'path') return panel.shape.points;
  return flattenTo(
    edgeOf(
      isOfSheet(panel.shape) ? { ...panel, shape: { kind: 'box', round: 0 } } : panel,
      letters,
      sizeOf(letters.place),
    ),
    1,
  )
    .flat()
    .map(([x, y]) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]);
}
