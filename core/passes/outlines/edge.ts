import type { Letter, Letters, PlaneMap } from '../../type/letters';
import { pathBounds } from '../../shape/bounds';
import { joined, offset, type Polygons } from '../../shape/offset';
import { roundCorners } from '../../shape/roundCorners';
import { flattenTo, polygonPath } from '../../shape/path';
import { sizeOf } from '../../shape/affine';
import { spread, unionOf } from '../../pixels/region';
import { memoizeLast } from '../../graph/memoize';
import { bent, unbent } from './flat';
import type { Outlines } from './schema';

/** How far, sheet px at 100 %, a changed edge may lie from the true one. */
const fineness = 0.02;

/**
 * Letters made fatter or thinner, then with rounded corners. They stay vectors, so all that follows from them follows.
 */
export function shapeEdges(letters: Letters, { round, grow, corners }: Outlines): Letters {
  if (round === 0 && grow === 0) return letters;
  // The tolerance follows the size in steps, so that scaling by hand does not shape the edges anew for every px.
  const step = 2 ** Math.ceil(Math.log2(Math.max(1e-6, sizeOf(letters.place))));
  const shaped = letters.letters.map((letter) =>
    lastShaped(letter, JSON.stringify([round, grow, corners, letters.size, step, letters.flatInk]), () =>
      shapeLetter(letter, letters.warp, { round: round * letters.size, corners }, grow * letters.size, fineness / step),
    ),
  );
  const by = grow * letters.size;
  const lines = letters.lines.map((line, index) => {
    const ink = unionOf(shaped.flatMap(({ line: own, bounds }) => (own === index ? [bounds] : [])));
    return { ...line, ink, flatInk: letters.warp ? line.flatInk && spread(line.flatInk, by) : ink };
  });
  const ink = unionOf(shaped.map(({ bounds }) => bounds));
  return {
    ...letters,
    letters: shaped,
    lines,
    ink,
    flatInk: letters.warp ? letters.flatInk && spread(letters.flatInk, by) : ink,
  };
}

const lastShaped = memoizeLast<Letter, Letter>();

function shapeLetter(
  letter: Letter,
  warp: PlaneMap | null,
  { round, corners }: Pick<Outlines, 'round' | 'corners'>,
  grow: number,
  tolerance: number,
): Letter {
  // Offsets keep three digits: small letters are worked on enlarged.
  const zoom = 0.02 / tolerance;
  const outline = flattenTo(letter.path, tolerance);
  const area = joined(enlarged(warp ? unbent(outline, warp) : outline, zoom));
  const grown = offset(area, grow * zoom, 'mitre');
  const shaped = enlarged(roundCorners(grown, round * zoom, corners), 1 / zoom);
  const path = (warp ? bent(shaped, warp, tolerance) : shaped).flatMap((polygon) => polygonPath(polygon));
  return {
    ...letter,
    path,
    bounds: pathBounds(path),
    ...(warp && { flatBounds: letter.flatBounds && spread(letter.flatBounds, grow) }),
  };
}

const enlarged = (polygons: Polygons, zoom: number): Polygons =>
  polygons.map((polygon) => polygon.map(([x, y]): [number, number] => [x * zoom, y * zoom]));
