import { middleOf, regionOfPoints, spread, type Region } from '../../../pixels/region';
import { corners, identity, moved, placed, followedBy, type Affine } from '../../../shape/affine';
import { flattenTo, polygonPath, transformPath, type Path } from '../../../shape/path';
import { smoothThrough } from '../../../shape/smooth';
import { anyBend, warpPath } from '../../../shape/warpPath';
import type { Letters, PlaneMap } from '../../../type/letters';
import { shapePath, type Shape } from '../../../shape/shapes';
import type { Panel } from './schema';

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

/** How far, lettering px, a bent edge may lie from the true one. */
const fineness = 0.05;

/**
 * Where a panel's edge runs. Panels of letters lie in the letters' plane, with its bend and perspective; those of the
 * sheet on the sheet.
 */
export function panelPlace(
  panel: Panel,
  letters: Letters,
  sheet: { width: number; height: number },
  size: number,
): PanelPlace {
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
  const [x, y] = middleOf(letters.flatInk!);
  const turned = followedBy(
    followedBy(moved(-x, -y), placed(1, panel.rotation, x, y)),
    moved(panel.offset[0] * letters.capHeight, panel.offset[1] * letters.capHeight),
  );
  const flat = transformPath(edgeOf(panel, letters), turned);
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
function edgeOf({ shape, margin }: Panel, { flatInk, capHeight }: Letters): Path {
  if (shape.kind === 'path')
    return shape.smooth ? smoothThrough([...shape.points, shape.points[0]]) : polygonPath(shape.points);
  const box = spread(flatInk!, margin[0] * capHeight, margin[1] * capHeight);
  const [x, y] = middleOf(box);
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
      panel.shape.kind === 'sheet' || panel.shape.kind === 'half sheet'
        ? { ...panel, shape: { kind: 'box', round: 0 } }
        : panel,
      letters,
    ),
    1,
  )
    .flat()
    .map(([x, y]) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]);
}
