import { joinCover } from '../../kernels/coverage';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { intersect, outerPixels, grow, regionOfPoints, union, type Region } from '../../pixels/region';
import type { Request } from '../../graph/node';
import { apply, followedBy, inverse, moved, sizeOf, type Affine } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { dashed, joined, offset, stroked, type Polygons } from '../../shape/offset';
import { simplify } from '../../shape/simplify';
import { polygonsOf, type PlacedLetter } from '../../graph/cover';
import type { Letter, Letters, PlaneMap } from '../../type/letters';
import { bent, unbent } from './flat';
import type { Outline } from './schema';

/** How wide an outline is and where it lies, sheet px; out of the letters is above 0. */
export interface Reach {
  from: number;
  to: number;
  x: number;
  y: number;
}

/** @param em sheet px */
export function reachOf(
  { unit, width, side, gap, x, y }: Pick<Outline, 'unit' | 'width' | 'side' | 'gap' | 'x' | 'y'>,
  em: number,
): Reach {
  const factor = unit === 'em' ? em : 1;
  const [wide, off] = [width * factor, gap * factor];
  const move = { x: x * factor, y: y * factor };
  if (side === 'outside') return { from: off, to: off + wide, ...move };
  if (side === 'inside') return { from: -off - wide, to: -off, ...move };
  return { from: off - wide / 2, to: off + wide / 2, ...move };
}

/** How wide an outline's band is, sheet px. */
export function bandWidth(outline: Parameters<typeof reachOf>[0], em: number): number {
  const { from, to } = reachOf(outline, em);
  return to - from;
}

/** How far an outline reaches beyond the letters, sheet px: corners that are mitred reach further. */
export const spreadOf = ({ join }: Outline, { from, to, x, y }: Reach): number =>
  Math.max(0, from, to) * (join === 'mitre' ? 4 : 1) + Math.hypot(x, y) + 1;

/** The plane of bent letters, and where it is drawn. */
interface Plane {
  warp: PlaneMap;
  toOutput: Affine;
}

/** How far, output px, a contour that is bent again may lie from the true one. */
const flatness = 0.05;

/**
 * How much of each px an outline covers within the letters, and outside of them; null where it does not reach there at
 * all.
 */
export interface Band {
  within: Float32Array | null;
  around: Float32Array | null;
}

/**
 * An outline's coverage, exact to the area of its polygons: a band is what an outer contour covers more than an inner
 * one.
 * What is within the letters and what is around them is kept separate; at the edge each is a part of the px.
 * @param spread how far it reaches beyond the letters at most, sheet px
 * @param cover of the letters that are not to be run over, in the request
 */
export function bandOf(
  outline: Outline,
  { reach, spread }: { reach: Reach; spread: number },
  letters: readonly PlacedLetter[],
  { place, warp }: Pick<Letters, 'place' | 'warp'>,
  request: Request,
  cover: Raster,
): Band {
  // What goes by the letter size lies in the letters' plane, and grows narrower with it in the distance.
  const plane =
    warp && outline.unit === 'em' ? { warp, toOutput: followedBy(place, moved(0, 0, request.scale)) } : null;
  const areas = areasOf(letters, place, request.scale);
  const { region, scale } = request;
  const shifted: Region = { ...region, x: region.x - reach.x * scale, y: region.y - reach.y * scale };
  const isMoved = reach.x !== 0 || reach.y !== 0;
  const at = (by: number): Float32Array =>
    coverAt(areas, spread * scale, by * scale, outline.join, plane, shifted, region).data;
  if (outline.dash) return parted(outline, dashCover(areas, outline, reach, scale, plane, shifted, region).data, cover);
  if (isMoved) return parted(outline, minus(at(reach.to), at(reach.from)), cover);
  return {
    within: reach.from < 0 ? minus(at(Math.min(0, reach.to)), at(reach.from)) : null,
    around: reach.to > 0 ? minus(at(reach.to), at(Math.max(0, reach.from))) : null,
  };
}

function minus(outer: Float32Array, inner: Float32Array): Float32Array {
  for (let i = 0; i < outer.length; i++) outer[i] = Math.max(0, outer[i] - inner[i]);
  return outer;
}

/**
 * A band whose edges do not follow the letters' own: it is parted by their coverage, on the sides that it may lie on.
 */
function parted({ side }: Outline, band: Float32Array, { data }: Raster): Band {
  const [within, around] = [new Float32Array(band.length), new Float32Array(band.length)];
  for (let i = 0; i < band.length; i++) {
    if (side === 'inside') within[i] = Math.min(band[i], data[i]);
    else if (side === 'outside') around[i] = Math.min(band[i], 1 - data[i]);
    else {
      within[i] = band[i] * data[i];
      around[i] = band[i] * (1 - data[i]);
    }
  }
  return { within, around };
}

/** One area of letters that touch, output px, and its box. */
interface Area {
  polygons: Polygons;
  /** The same with fewer points: what contours at a distance are drawn from. */
  coarse: Polygons;
  box: Region;
  /** Contours around it at other distances, by distance and join. */
  offsets: Map<string, Contour>;
}

/** Areas as they were last wanted: all tiles of a frame, and all outlines, want the same. */
const lastAreas = new WeakMap<Letter, Map<string, { letters: Letter[]; areas: Area[] }>>();

/** How many scales of one lettering are kept, and how many contours of one area. */
const keptScales = 6;
const keptOffsets = 24;

function areasOf(letters: readonly PlacedLetter[], place: Affine, scale: number): Area[] {
  if (letters.length === 0) return [];
  const owner = letters[0].letter;
  const key = `${letters.length}|${scale}|${Object.values(place).join()}`;
  let known = lastAreas.get(owner);
  if (!known) lastAreas.set(owner, (known = new Map()));
  const last = known.get(key);
  // Two words may begin with the same letter: what was kept is only good for the very same letters.
  if (last?.letters.length === letters.length && last.letters.every((letter, i) => letter === letters[i].letter))
    return last.areas;
  const areas = makeAreas(letters, place, scale);
  forget(known, keptScales);
  known.set(key, { letters: letters.map(({ letter }) => letter), areas });
  return areas;
}

function forget(kept: Map<string, unknown>, most: number): void {
  if (kept.size >= most) kept.delete(kept.keys().next().value!);
}

/** Letters whose boxes meet are made one area; the others stay by themselves. */
function makeAreas(letters: readonly PlacedLetter[], place: Affine, scale: number): Area[] {
  const groups: { box: Region; letters: PlacedLetter[] }[] = [];
  const meeting = ({ box }: { box: Region }): (typeof groups)[number] | undefined =>
    groups.find((other) => intersect(other.box, box));
  for (const one of letters) {
    let group = { box: grow(one.bounds, 0.5), letters: [one] };
    for (let met = meeting(group); met; met = meeting(group)) {
      groups.splice(groups.indexOf(met), 1);
      group = { box: union(met.box, group.box)!, letters: [...met.letters, ...group.letters] };
    }
    groups.push(group);
  }
  return groups.flatMap((group): Area[] => {
    const polygons = joined(group.letters.flatMap(({ letter }) => polygonsOf(letter, place, scale)));
    const box = regionOfPoints(polygons.flat());
    return box ? [{ polygons, coarse: polygons.map(sparse), box, offsets: new Map() }] : [];
  });
}

/** Points that lie this near to the line between others are left out, output px: no px tells. */
const coarseness = 0.04;

function sparse(polygon: [number, number][]): [number, number][] {
  const kept = simplify([...polygon, polygon[0]], coarseness) as [number, number][];
  return kept.length > 3 ? kept.slice(0, -1) : polygon;
}

/** A contour around an area, with its box. */
interface Contour {
  polygons: Polygons;
  box: Region | null;
}

/** A contour of an area as it was last made. @param key what it was made by */
function kept(area: Area, key: string, make: () => Polygons): Contour {
  let found = area.offsets.get(key);
  if (!found) {
    const polygons = make();
    found = { polygons, box: regionOfPoints(polygons.flat()) };
    forget(area.offsets, keptOffsets);
    area.offsets.set(key, found);
  }
  return found;
}

/** The contour `by` output px away from an area's edge. */
function contourAt(area: Area, by: number, join: Outline['join'], plane: Plane | null): Contour {
  if (by === 0) return area;
  return kept(area, `${by}|${join}|${plane !== null}`, () =>
    plane ? offsetInPlane(area.coarse, by, join, plane) : offset(area.coarse, by, join, roundness(by)),
  );
}

/** How far, output px, an arc may lie from the round one: large ones a little more, for there it cannot be seen. */
const roundness = (by: number): number => (Math.abs(by) > 6 ? 0.05 : 0.02);

/** The contour in the letters' own plane: brought there, drawn, and bent again. */
function offsetInPlane(polygons: Polygons, by: number, join: Outline['join'], { warp, toOutput }: Plane): Polygons {
  const unit = sizeOf(toOutput);
  const back = inverse(toOutput);
  const through = (map: Affine, some: Polygons): Polygons =>
    some.map((polygon) => polygon.map((point) => apply(map, point)));
  // Offsets keep three digits: the plane is taken as large as it is drawn.
  const flat = through(moved(0, 0, unit), unbent(through(back, polygons), warp));
  return through(
    toOutput,
    bent(through(moved(0, 0, 1 / unit), offset(joined(flat), by, join, roundness(by))), warp, flatness / unit),
  );
}

/**
 * Coverage of everything within `by` output px of the areas. @param margin how far contours may reach at most; @param
 * at where the region lies for them; it may be moved by parts of a px
 */
function coverAt(
  areas: readonly Area[],
  margin: number,
  by: number,
  join: Outline['join'],
  plane: Plane | null,
  at: Region,
  region: Region,
): Raster {
  const whole = emptyRaster(region.width, region.height, 1);
  for (const area of areas) {
    if (!intersect(grow(area.box, margin), at)) continue;
    const { polygons, box } = contourAt(area, by, join, plane);
    if (box) addCover(whole, polygons, box, at);
  }
  return whole;
}

function addCover(whole: Raster, polygons: Polygons, box: Region, at: Region): void {
  const own = outerPixels({ x: box.x - at.x, y: box.y - at.y, width: box.width, height: box.height });
  const lying = { x: 0, y: 0, width: whole.width, height: whole.height };
  const part = intersect(lying, own);
  if (!part) return;
  const shifted =
    at.x === 0 && at.y === 0
      ? polygons
      : polygons.map((polygon) => polygon.map(([x, y]): [number, number] => [x - at.x, y - at.y]));
  joinCover(whole, lying, coverage(shifted, part), part);
}

/** Dashes along the middle of the band. */
function dashCover(
  areas: readonly Area[],
  { dash, join }: Outline,
  { from, to }: Reach,
  scale: number,
  plane: Plane | null,
  at: Region,
  region: Region,
): Raster {
  const whole = emptyRaster(region.width, region.height, 1);
  const width = (to - from) * scale;
  for (const area of areas) {
    const key = `dash|${from}|${to}|${join}|${plane !== null}|${JSON.stringify(dash)}`;
    const { polygons, box } = kept(area, key, () =>
      stroked(
        dashed(
          contourAt(area, ((from + to) / 2) * scale, join, plane).polygons,
          Math.max(0.01, dash!.on) * width,
          dash!.off * width,
        ),
        width,
        dash!.caps,
      ),
    );
    if (box) addCover(whole, polygons, box, at);
  }
  return whole;
}
