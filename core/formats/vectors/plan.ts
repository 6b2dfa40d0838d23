import type { Evaluator } from '../../graph/evaluate';
import type { Materials } from '../../graph/materials';
import type { Node } from '../../graph/node';
import { toBytes } from '../../kernels/colour';
import { grow, intersect, outerPixels, scaleRegion, unionOf, type Region } from '../../pixels/region';
import type { Piece } from '../../piece/schema';
import { compile } from '../../render/compile';
import type { Path } from '../../shape/path';
import { grown } from '../parted';
import { drawVectors, innerOf } from './draw';
import { pathCover, type VectorItem } from './items';
import { shapesOf, type LetteringShapes } from './shapes';

/** How a piece leaves as outlines and pictures. */
export interface VectorPlan {
  /** In the order in which they are drawn. */
  items: VectorItem[];
  /** Letterings that are not in the picture below. */
  inkless: string[];
  /** Where outlines are, sheet px; null where there are none. */
  bounds: Region | null;
  /** Of each lettering: how it leaves. */
  notes: string[];
}

/** Longer side of the picture in which colours are looked up, px. */
const lookedAt = 480;
/** Fractions of a shape's px that must have its colour, and of an edge's that must be as outlines draw them. */
const mostlyFlat = 0.5;
const mostlySharp = 0.7;
/** How far a drawn edge may lie beside the true one in any channel, of 255. */
const edgeTolerance = 28;
/** The same for px beside an edge, and how far that goes, px. */
const besideTolerance = 8;
const besideEdge = 3;
/** Edges are looked at around so many letters, in windows of this side, px. */
const windows = 6;
const windowSide = 64;

/**
 * Finds out what of a piece can leave as outlines by drawing it: a lettering whose px are those that its outlines,
 * filled with one colour or with the picture in them, would give.
 */
export async function planVectors(piece: Piece, materials: Materials, evaluator: Evaluator): Promise<VectorPlan> {
  const compiled = compile(piece, materials);
  const order = new Map(piece.depth.map((id, place) => [id, place]));
  const letterings = compiled.letterings
    .filter(({ id }) => order.has(id))
    .sort((a, b) => order.get(a.id)! - order.get(b.id)!);
  const notes: string[] = [];
  const found: { shapes: LetteringShapes; items: VectorItem[] }[] = [];
  for (const lettering of letterings) {
    const shapes = shapesOf(lettering);
    if (typeof shapes === 'string') notes.push(`${shapes} It is placed as a picture.`);
    else found.push({ shapes, items: await dressed(shapes, compiled.picture, evaluator) });
  }
  const ground = compile(piece, materials, { inkless: found.map(({ shapes }) => shapes.lettering) }).picture;
  const kept: typeof found = [];
  for (const one of found) {
    const { name } = one.shapes;
    const sharp = await edgesAlike(one.shapes, one.items, { picture: compiled.picture, ground, evaluator });
    if (sharp < mostlySharp) {
      notes.push(`"${name}" has edges softer or rougher than outlines are. It is placed as a picture.`);
      continue;
    }
    kept.push(one);
    notes.push(
      one.items.every(({ colour }) => colour)
        ? `"${name}" leaves as outlines of one colour each.`
        : `"${name}" leaves as outlines with its picture in them.`,
    );
  }
  return {
    items: kept.flatMap(({ items }) => items),
    inkless: kept.map(({ shapes }) => shapes.lettering),
    bounds: unionOf(kept.map(({ shapes }) => shapes.bounds)),
    notes,
  };
}

/** The shapes with their colours where each has one; otherwise all of them as one, with the picture in it. */
async function dressed(
  { lettering, name, shapes, silhouette, bounds }: LetteringShapes,
  picture: Node,
  evaluator: Evaluator,
): Promise<VectorItem[]> {
  const scale = Math.min(1, lookedAt / Math.max(bounds.width, bounds.height));
  const region = outerPixels(scaleRegion(bounds, scale));
  const seen = toBytes(await evaluator.pixels(picture, { region, scale }), region.x, region.y);
  const covers = shapes.map(({ path }) => pathCover(path, scale, region).data);
  const colours = covers.map((cover, i) => mainColour(seen, cover, covers.slice(i + 1)));
  if (colours.every((colour) => colour !== null))
    return shapes.map((shape, i) => ({ lettering, ...shape, colour: colours[i] }));
  return [{ lettering, name, path: silhouette, colour: null }];
}

/** The one colour that most px of a shape have where nothing lies over it; null where there is none. */
function mainColour(
  seen: Uint8ClampedArray,
  cover: Float32Array,
  nearer: readonly Float32Array[],
): [number, number, number] | null {
  const counts = new Map<number, number>();
  let all = 0;
  const isOwn = (i: number): boolean => cover[i] >= 0.999 && nearer.every((other) => other[i] === 0);
  for (let i = 0; i < cover.length; i++) {
    if (!isOwn(i) || seen[i * 4 + 3] < 255) continue;
    const colour = (seen[i * 4] << 16) | (seen[i * 4 + 1] << 8) | seen[i * 4 + 2];
    counts.set(colour, (counts.get(colour) ?? 0) + 1);
    all++;
  }
  const [most] = [...counts].sort(([, a], [, b]) => b - a);
  if (!most) return null;
  const main: [number, number, number] = [most[0] >> 16, (most[0] >> 8) & 255, most[0] & 255];
  let alike = 0;
  for (const [colour, count] of counts)
    if ([colour >> 16, (colour >> 8) & 255, colour & 255].every((value, c) => Math.abs(value - main[c]) <= 2))
      alike += count;
  return alike >= mostlyFlat * all ? main : null;
}

interface Drawn {
  picture: Node;
  ground: Node;
  evaluator: Evaluator;
}

/** Which fraction of the px along a lettering's edge is as its outlines would draw it, at full size. */
async function edgesAlike(
  { silhouette, bounds }: LetteringShapes,
  items: readonly VectorItem[],
  { picture, ground, evaluator }: Drawn,
): Promise<number> {
  let [alike, all] = [0, 0];
  for (const region of windowsAlong(silhouette, outerPixels(grow(bounds, 2)))) {
    const request = { region, scale: 1 };
    const seen = await evaluator.pixels(picture, request);
    const below = await evaluator.pixels(ground, request);
    const cover = pathCover(silhouette, 1, region);
    const inner = innerOf(items, seen, request);
    const drawn = drawVectors(items, below, inner, request);
    const edge = Uint8Array.from(cover.data, (share) => Number(share > 0.1 && share < 0.9));
    const near = grown(edge, region.width, besideEdge);
    for (let i = 0; i < edge.length; i++) {
      // On the edge, and beside it: letters that are out of focus shine beyond their outlines.
      if (!edge[i] && !(near[i] && cover.data[i] === 0)) continue;
      all++;
      const tolerance = edge[i] ? edgeTolerance : besideTolerance;
      const far = [0, 1, 2, 3].map((c) => Math.abs(seen.data[i * 4 + c] - drawn.data[i * 4 + c]));
      if (Math.max(...far) * 255 <= tolerance) alike++;
    }
  }
  return all === 0 ? 1 : alike / all;
}

/** Windows around points of an outline, spread evenly along it. */
function windowsAlong(path: Path, within: Region): Region[] {
  const every = Math.max(1, Math.floor(path.length / windows));
  return path.flatMap((step, i): Region[] => {
    if (i % every !== 0) return [];
    const [x, y] = step.to.map((value) => Math.round(value - windowSide / 2));
    const region = intersect({ x, y, width: windowSide, height: windowSide }, within);
    return region ? [region] : [];
  });
}
