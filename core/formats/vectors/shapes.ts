import { placedLetters } from '../../graph/cover';
import { spread, unionOf, type Region } from '../../pixels/region';
import { reachOf } from '../../passes/outlines/bands';
import type { Outline } from '../../passes/outlines/schema';
import type { CompiledLettering } from '../../render/compile';
import { joined, offset, united, without, type Polygons } from '../../shape/offset';
import { flattenTo, polygonPath, transformPath, type Path } from '../../shape/path';
import { standingEm } from '../../type/standing';

/** What a lettering shows, as filled shapes (non-zero rule), sheet px. */
export interface LetteringShapes {
  lettering: string;
  /** As it is called in the file. */
  name: string;
  /** In the order in which they are drawn. */
  shapes: { name: string; path: Path }[];
  /** All of them as one. */
  silhouette: Path;
  bounds: Region;
}

/** How near lines keep to curves that contours are drawn around, sheet px. */
const flatness = 0.01;

/**
 * A lettering's letters and outlines as shapes.
 * @returns a sentence where it is made of something else
 */
export function shapesOf({ id, lettering, letters, painted }: CompiledLettering): LetteringShapes | string {
  const name = lettering.words.text.replace(/\s+/g, ' ').trim() || id;
  const placed = placedLetters(letters.letters, letters.place);
  const around = unionOf(placed.map(({ bounds }) => bounds));
  if (!around) return `"${name}" has no letters to outline.`;
  if (painted.layers.some(({ place }) => place === 'hole')) return `"${name}" is openings in its panel.`;
  if (lettering.ink.together !== null) return `"${name}" and its panel are blended with what lies below as one.`;
  const outlines = lettering.outlines.list.filter(
    ({ width, opacity, coats }) => width > 0 && opacity > 0 && coats.length > 0,
  );
  if (outlines.some(({ dash, contour }) => dash !== null || contour === 'each'))
    return `"${name}" has dashes, or outlines around each letter.`;
  const paths = placed.map(({ letter }) => ({
    colour: letter.colour,
    path: transformPath(letter.path, letters.place),
  }));
  const ink = byColour(paths);
  if (outlines.length === 0)
    return { lettering: id, name, shapes: named(name, ink), silhouette: ink.flat(), bounds: around };
  const area = joined(paths.flatMap(({ path }) => flattenTo(path, flatness)));
  const em = standingEm(letters);
  const bands = outlines.map((outline) => ({ outline, band: bandAround(outline, area, em) }));
  const isBehind = ({ outline }: (typeof bands)[number]): boolean => outline.side === 'outside';
  const drawn = ({ outline, band }: (typeof bands)[number]): LetteringShapes['shapes'][number] => ({
    name: `${name}, outline ${outline.id}`,
    path: band.flatMap(polygonPath),
  });
  const reach = Math.max(...outlines.map((outline) => farthest(outline, em)));
  return {
    lettering: id,
    name,
    shapes: [
      ...bands.filter(isBehind).map(drawn),
      ...named(name, ink),
      ...bands.filter((one) => !isBehind(one)).map(drawn),
    ],
    silhouette: bands.reduce((whole, { band }) => united(whole, band), area).flatMap(polygonPath),
    bounds: spread(around, reach),
  };
}

const named = (name: string, paths: Path[]): LetteringShapes['shapes'] => paths.map((path) => ({ name, path }));

/** One path for all letters of a colour: where they touch no seam shows. */
function byColour(letters: readonly { colour: string | null; path: Path }[]): Path[] {
  const colours = new Map<string | null, Path>();
  for (const { colour, path } of letters) colours.set(colour, [...(colours.get(colour) ?? []), ...path]);
  return [...colours.values()];
}

/** The area of an outline; one that begins at the letters' edge runs on below them, so that nothing shines through. */
function bandAround(outline: Outline, area: Polygons, em: number): Polygons {
  const { from, to, x, y } = reachOf(outline, em);
  const contour = (by: number): Polygons =>
    offset(area, by, outline.join, flatness).map((polygon) => polygon.map(([left, top]) => [left + x, top + y]));
  const runsBelow = outline.side === 'outside' && from === 0 && x === 0 && y === 0;
  return runsBelow ? contour(to) : without(contour(to), contour(from));
}

function farthest(outline: Outline, em: number): number {
  const { to, x, y } = reachOf(outline, em);
  return Math.max(0, to) * (outline.join === 'mitre' ? 4 : 1) + Math.hypot(x, y);
}
