import type { Level } from '../pixels/level';
import type { Raster } from '../pixels/raster';
import { grow, intersect, outerPixels, scaleRegion, unionOf, type Region } from '../pixels/region';
import { textHashes } from '../pixels/textHashes';
import { memoize } from './memoize';

/** Which pixels are wanted: a region in whole output px, where output px = sheet px * scale. */
export interface Request {
  region: Region;
  scale: number;
}

/** A part of another node that a node needs before it can compute. */
export interface Need {
  node: Node;
  region: Region;
  /** Where that is not the scale of the request itself. */
  scale?: number;
}

/** What a node needs for a request, by names of its own. */
export type Needs = Readonly<Record<string, Need>>;

/** The pixels of what a node needs, under the same names; they are shared and never changed. */
export type Inputs = Readonly<Record<string, Raster>>;

/**
 * One step of the render graph. It answers three questions: what is its content key, which regions of which inputs it
 * needs for a region of its own, and the pixels of that region. Nothing allocates the whole picture.
 */
export interface Node {
  /** The same key means the same pixels. */
  readonly key: string;
  readonly channels: 1 | 4;
  /** Every tile reads the same whole of it, such as a map of the sheet: kept however little else is. */
  readonly isForAll?: boolean;
  /**
   * Each px is the same whatever region it is asked in, and dear: what is asked for widely is put together from tiles,
   * which are kept for those who ask for what lies beside.
   */
  readonly isTiled?: boolean;
  /** Outside of this (sheet px) the node is transparent; null: it may paint everywhere. */
  readonly bounds: Region | null;
  /** True where every px of the region is sure to be opaque. */
  isSolid?(request: Request): boolean;
  /**
   * Stored 8-bit sRGB pixels (3 channels) that are this region's pixels, where there are any; spares the way through
   * floats.
   */
  asStored?(request: Request): Promise<Level | null>;
  /** A key for one region only, where less than the whole input matters there. */
  keyAt?(request: Request): string;
  needs(request: Request): Needs;
  /**
   * What is needed besides, where that depends on the pixels of what was asked for before: how far a map moves, whether there is
   * ink at all. Asked again until it names nothing new.
   */
  needsThen?(request: Request, inputs: Inputs): Needs;
  /** @param inputs the pixels of `needs(request)` and of `needsThen`, by the same names */
  compute(request: Request, inputs: Inputs): Raster | Promise<Raster>;
}

/** Bounds of what paints nowhere. */
export const nowhere: Region = { x: 0, y: 0, width: 0, height: 0 };

/** Where any of some nodes may paint, sheet px; null: everywhere. */
export const boundsOf = (nodes: readonly Pick<Node, 'bounds'>[]): Region | null =>
  nodes.some(({ bounds }) => bounds === null) ? null : (unionOf(nodes.map(({ bounds }) => bounds)) ?? nowhere);

/** A short hash of any plain data: the two hashes of its text and its length, as base 36. */
export function contentHash(...parts: unknown[]): string {
  const text = JSON.stringify(parts);
  const [a, b] = textHashes(text);
  return `${(a >>> 0).toString(36)}-${(b >>> 0).toString(36)}-${text.length.toString(36)}`;
}

/**
 * The content key of a node: its kind, and a hash of all that its pixels follow from.
 * @param parts first what kind of node it is, in words, or the key of one that it is of a kind with
 */
export function contentKey(...parts: unknown[]): string {
  const kind = typeof parts[0] === 'string' ? kindOf(parts[0]) : '';
  return kind ? `${kind}:${contentHash(...parts)}` : contentHash(...parts);
}

const words = /^[a-z][a-z ,]*$/;

/** What kind of node a key says it is; empty where it says none. */
export function kindOf(key: string): string {
  const end = key.indexOf(':');
  if (end >= 0) return key.slice(0, end);
  return words.test(key) ? key : '';
}

/** The content key of one part of a piece, worked out once for each object. */
export const keyOf = memoize((part: object) => contentHash(part));

/** The key of a node for one region. */
export const keyIn = (node: Pick<Node, 'key' | 'keyAt'>, request: Request): string => node.keyAt?.(request) ?? node.key;

/** Where sheet-px bounds fall in output px, with 1 px around for soft edges. */
export function touches(bounds: Region | null, { region, scale }: Request): boolean {
  if (!bounds) return true;
  return (
    bounds.x * scale - 1 < region.x + region.width &&
    (bounds.x + bounds.width) * scale + 1 > region.x &&
    bounds.y * scale - 1 < region.y + region.height &&
    (bounds.y + bounds.height) * scale + 1 > region.y
  );
}

/** The part of a request that bounds meet, output px, with 1 px around for soft edges; null where they do not. */
export const partIn = (bounds: Region, { region, scale }: Request): Region | null =>
  intersect(region, grow(outerPixels(scaleRegion(bounds, scale)), 1));

/** Needs under names of which each begins with the name of what they are for. */
export const prefixed = (prefix: string, needs: Needs): Needs =>
  Object.fromEntries(Object.entries(needs).map(([name, need]) => [`${prefix} ${name}`, need]));

/** Those inputs whose names begin with a prefix, under their own names again. */
export function inputsOf(prefix: string, inputs: Inputs): Inputs {
  const start = `${prefix} `;
  return Object.fromEntries(
    Object.entries(inputs).flatMap(([name, raster]) =>
      name.startsWith(start) ? [[name.slice(start.length), raster]] : [],
    ),
  );
}
