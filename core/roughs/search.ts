import { areaOf, intersect, type Region } from '../pixels/region';
import { seeded } from '../shape/seeded';
import type { Ground } from './ground';
import type { Layout, RoughKind } from './kinds/kind';
import { margin } from './kinds/common';
import type { Placement } from './placement';
import { leavesFree } from './keep';
import { bestInk, seenAt } from './seen';
import { scoreOf } from './weights';

/** Looked up once: these loops are hot. */
const { hypot, min } = Math;

/** So many layouts of a kind are kept for being drawn and measured. */
const kept = 6;
/** Of two layouts of one kind boxes share no more than this (intersection over union). */
const mostAlike = 0.55;
/** What a layout loses that lies where another lies already, and one in the same face. */
const [alikePlace, alikeFace] = [0.3, 0.035];
/** How far chance changes a score: enough that another seed brings others, too little to bring bad ones. */
const chance = 0.06;

/** Lower capitals than these are no display type: px, and a part of the sheet's shorter side. */
const [smallestPx, smallestShare] = [8, 0.022];

/** How much two boxes share: intersection over union. */
export function overlapOf(a: Region, b: Region): number {
  const both = areaOf(intersect(a, b));
  return both / Math.max(1e-9, areaOf(a) + areaOf(b) - both);
}

/**
 * The best layouts of one kind, the best one first, no two alike.
 * @param taken layouts that are shown already: others are wanted
 */
export function layoutsOf(
  kind: RoughKind,
  ground: Ground,
  taken: readonly Pick<Layout, 'box' | 'setting' | 'ink'>[],
): Layout[] {
  const { width, height } = ground.part;
  const shown = [
    ...taken.map(({ box }) => box),
    ...ground.order.unlike.map(([x, y, w, h]) => ({
      x: x * width,
      y: y * height,
      width: w * width,
      height: h * height,
    })),
  ];
  const faces = new Set(taken.map(({ setting }) => setting.face.sha256));
  const inks = new Set(taken.map(({ ink }) => ink.colour));
  const random = seeded(ground.order.seed);
  const found: Layout[] = [];
  for (const setting of ground.settings) {
    if (!kind.takes(setting)) continue;
    let best: Layout | null = null;
    for (const placement of kind.placements(ground, setting)) {
      const layout = weighed(kind, ground, placement, inks);
      if (!layout) continue;
      const alike = shown.reduce((most, box) => Math.max(most, overlapOf(box, layout.box)), 0);
      layout.score += random() * chance - alikePlace * alike - (faces.has(setting.face.sha256) ? alikeFace : 0);
      if (best && best.score >= layout.score) continue;
      best = layout;
      found.push(layout);
    }
  }
  return apart(found.sort((a, b) => b.score - a.score));
}

function weighed(kind: RoughKind, ground: Ground, placement: Placement, used: ReadonlySet<string>): Layout | null {
  const { locks } = ground.order;
  const { width, height } = ground.part;
  if (
    locks.place &&
    hypot(placement.middle[0] / width - locks.place[0], placement.middle[1] / height - locks.place[1]) > 0.12
  )
    return null;
  if (placement.setting.capHeight * placement.scale < Math.max(smallestPx, smallestShare * min(width, height)))
    return null;
  if (!leavesFree(ground, placement, kind.name)) return null;
  const seen = seenAt(ground, placement);
  const own = seen && kind.parts(ground, placement, seen);
  if (!seen || !own) return null;
  const { ink, contrast } = bestInk(seen, ground.inks, locks.colour, used);
  const { x, y, width: wide, height: high } = placement.box;
  const edge = min(x, y, width - x - wide, height - y - high) / min(width, height);
  const parts = { ...own, ...kind.inked?.(seen, ink), contrast: (contrast - 12) / 33, room: edge / margin };
  return { ...placement, kind: kind.name, seen, ink, contrast, parts, score: scoreOf(parts, ground.order.taste) };
}

/** The first of some that do not lie where one before lies. */
function apart(sorted: readonly Layout[]): Layout[] {
  const out: Layout[] = [];
  for (const one of sorted) {
    if (out.length >= kept) break;
    if (out.every((other) => overlapOf(one.box, other.box) < mostAlike)) out.push(one);
  }
  return out;
}
