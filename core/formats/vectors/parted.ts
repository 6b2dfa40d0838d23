import type { Materials } from '../../graph/materials';
import { partOfBytes, type Level } from '../../pixels/level';
import { grow, type Region } from '../../pixels/region';
import type { Piece } from '../../piece/schema';
import { compile } from '../../render/compile';
import { bledPicture } from '../bleed';
import { differing, frameAround, grown, meets, onlyMarked, storedBytes, type PartedPicture } from '../parted';
import { drawVectors, innerOf } from './draw';
import type { VectorPlan } from './plan';

/** How far, of 255, what outlines draw may be off before the px themselves are laid over it. */
const tolerance = 3;
/**
 * How far px that are laid over outlines go on around what is off, px: what lies below them has an edge there, which
 * must not shine through where a reader shows the file smaller.
 */
const patchReach = 5;
/** How far beyond that its colours go on, clear, px. */
const colourReach = 8;

export interface VectorFrame {
  frame: Region;
  scale: number;
  isOpaque: boolean;
  /** Beyond the sheet's edges the picture is mirrored. */
  mirrors: boolean;
}

/**
 * A piece as outlines on a picture: `ground`, the picture without those letters; `inner`, what is seen in outlines that
 * are filled with the picture; `patch`, px laid over all where outlines alone do not give what the piece is.
 */
export function vectorPicture(
  piece: Piece,
  materials: Materials,
  plan: VectorPlan,
  { frame, scale, isOpaque, mirrors }: VectorFrame,
): PartedPicture {
  const picture = bledPicture(compile(piece, materials), piece, mirrors);
  const ground = bledPicture(compile(piece, materials, { inkless: plan.inkless }), piece, mirrors);
  const around = plan.bounds && frameAround(plan.bounds, scale, frame);
  const { items } = plan;
  const hasInner = items.some(({ colour }) => colour === null);
  return {
    parts: [
      { name: 'ground', channels: isOpaque ? 3 : 4, frame },
      ...(around && hasInner
        ? [{ name: 'inner', channels: isOpaque ? (3 as const) : (4 as const), frame: around }]
        : []),
      ...(around ? [{ name: 'patch', channels: 4 as const, frame: around }] : []),
    ],
    async draw(request, evaluator) {
      const { region } = request;
      if (!around || !meets(region, around)) {
        const stored = await picture.asStored?.(request);
        const bytes = stored ? withAlpha(stored) : storedBytes(await evaluator.pixels(picture, request), region);
        return new Map([['ground', bytes]]);
      }
      const wide = { ...request, region: grow(region, patchReach + colourReach) };
      const seen = await evaluator.pixels(picture, wide);
      const below = await evaluator.pixels(ground, wide);
      const inner = hasInner ? innerOf(items, seen, wide) : null;
      const marks = differing(
        storedBytes(seen, wide.region),
        storedBytes(drawVectors(items, below, inner, wide), wide.region),
        tolerance,
      );
      const patched = grown(marks, wide.region.width, patchReach);
      const patch = onlyMarked(storedBytes(seen, wide.region), patched, grown(patched, wide.region.width, colourReach));
      const here = (bytes: Uint8ClampedArray): Uint8ClampedArray => cut(bytes, wide.region, region);
      return new Map([
        ['ground', here(storedBytes(below, wide.region))],
        ...(inner ? [['inner', here(storedBytes(inner, wide.region))] as const] : []),
        ...(patch ? [['patch', here(patch)] as const] : []),
      ]);
    },
  };
}

/** Stored px of three channels, opaque. */
function withAlpha({ width, height, bytes }: Level): Uint8ClampedArray {
  const out = new Uint8ClampedArray(width * height * 4);
  for (let from = 0, at = 0; at < out.length; from += 3, at += 4) {
    out[at] = bytes[from];
    out[at + 1] = bytes[from + 1];
    out[at + 2] = bytes[from + 2];
    out[at + 3] = 255;
  }
  return out;
}

/** The part of 8-bit RGBA px that lies in a region within theirs. */
function cut(bytes: Uint8ClampedArray, outer: Region, inner: Region): Uint8ClampedArray {
  const part = { ...inner, x: inner.x - outer.x, y: inner.y - outer.y };
  return new Uint8ClampedArray(partOfBytes(bytes, outer.width, part, 4).buffer);
}
